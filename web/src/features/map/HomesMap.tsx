import 'ol/ol.css';
import './map.css';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Bound, DrawnShape } from '@perambula/core';
import Feature from 'ol/Feature.js';
import type VectorSource from 'ol/source/Vector.js';
import { geometryOf } from './boundGeometry.js';
import { createMap } from './createMap.js';
import { boundStyle } from './mapStyles.js';
import { marksOfHomes } from './homes.js';
import { useHomes } from './useHomes.js';
import { useLoop } from './useLoop.js';

interface Props {
  readonly label: string;
  /** Listings by their RESO fields. */
  readonly homes: readonly Readonly<Record<string, unknown>>[];
  /** Outlines that are drawn, too. */
  readonly bounds?: readonly Bound[];
  readonly hovered?: string | null;
  readonly onHover?: (key: string | null) => void;
  readonly onOpen?: (key: string) => void;
  /** Given, a drag draws an area instead of moving the map. */
  readonly onDrawn?: ((shape: DrawnShape) => void) | undefined;
}

const NONE: ReadonlySet<string> = new Set();

/** Some homes on the county's map, and nothing else on it: each stands in a list beside it as well. */
export function HomesMap({ label, homes, bounds, hovered = null, onHover, onOpen, onDrawn }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(() => createMap({ inPage: true }));
  const marks = useMemo(() => marksOfHomes(homes), [homes]);
  useHomes(map, element, { marks, hovered, chosen: NONE, onHover, onOpen, fit: true });
  useLoop(map, onDrawn);
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    source.clear();
    for (const { id, mode, shape } of bounds ?? []) {
      // minutes about a place have no outline of their own
      if (shape.type === 'TravelTime') continue;
      const feature = new Feature({ geometry: geometryOf(shape), mode });
      feature.setId(id);
      feature.setStyle(boundStyle(mode, false));
      source.addFeature(feature);
    }
  }, [map, bounds]);
  return (
    <div className="map">
      <div ref={element} className="map-canvas" role="application" tabIndex={0} aria-label={label} />
    </div>
  );
}
