import type { LonLat } from '@perambula/core';
import Feature from 'ol/Feature.js';
import { LineString } from 'ol/geom.js';
import { Draw } from 'ol/interaction.js';
import type VectorSource from 'ol/source/Vector.js';
import { useCallback, useEffect, useState } from 'react';
import { useEscape } from '../../shared/useEscape.js';

import { project, rulerStyle, unproject } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import type { WayThrough } from './routes.api.js';

/** The ruler: a line drawn from point to point, and the way through its corners once it is known; it waits while a pen is out. */
export function useRuler(map: CountyMap, waits: boolean) {
  const [isOut, setOut] = useState(false);
  const [line, setLine] = useState<readonly LonLat[] | null>(null);
  const measuring = isOut && !waits;
  const source = map.ruler.getSource() as VectorSource;
  useEffect(() => {
    if (!measuring || line) return;
    const draw = new Draw({ type: 'LineString', style: rulerStyle, stopClick: true });
    draw.on('drawend', ({ feature }) => {
      source.addFeature(feature);
      setLine((feature.getGeometry() as LineString).getCoordinates().map(unproject));
    });
    map.map.addInteraction(draw);
    return () => void map.map.removeInteraction(draw);
  }, [map, measuring, line, source]);
  const onWay = useCallback(
    (way: WayThrough | null): void => {
      for (const feature of source.getFeatures()) if (feature.get('way')) source.removeFeature(feature);
      if (!way) return;
      source.addFeatures(way.legs.map((leg) => new Feature({ geometry: new LineString(leg.line.map(project)), way: true })));
    },
    [source],
  );
  const onAgain = useCallback((): void => {
    source.clear();
    setLine(null);
  }, [source]);
  const onToggle = useCallback((): void => {
    onAgain();
    setOut((out) => !out);
  }, [onAgain]);
  useEscape(measuring, onToggle);
  return { measuring, line, onWay, onAgain, onToggle };
}
