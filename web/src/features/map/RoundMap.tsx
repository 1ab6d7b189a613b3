import 'ol/ol.css';
import './map.css';
import { useEffect, useRef, useState } from 'react';
import type { LonLat } from '@perambula/core';
import Feature from 'ol/Feature.js';
import { boundingExtent } from 'ol/extent.js';
import { LineString, Point } from 'ol/geom.js';
import { fromLonLat } from 'ol/proj.js';
import type VectorSource from 'ol/source/Vector.js';
import { Circle as CircleMark, Fill, RegularShape, Stroke, Style, Text } from 'ol/style.js';
import { COLOUR, FONT } from '../../shared/tokens.js';
import { createMap } from './createMap.js';

export interface RoundMark {
  readonly at: LonLat;
  /** Its number in the order; where a round begins or ends, the place's name. */
  readonly label: string;
  readonly kind: 'agreed' | 'open' | 'end';
}

interface Props {
  readonly label: string;
  readonly marks: readonly RoundMark[];
  /** The ways driven, the last one back. */
  readonly ways: readonly (readonly LonLat[])[];
}

const MARGIN = 54;

/** A round on the county's map: its homes by their numbers, and the way through them. Each stands in a list beside it as well. */
export function RoundMap({ label, marks, ways }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(() => createMap({ inPage: true }));
  useEffect(() => {
    map.map.setTarget(element.current ?? undefined);
    void document.fonts.ready.then(() => [...map.base.below, ...map.base.above].forEach((layer) => layer.changed()));
    return () => map.map.setTarget(undefined);
  }, [map]);
  useEffect(() => {
    const [lines, points] = [map.areas.getSource() as VectorSource, map.pins.getSource() as VectorSource];
    lines.clear();
    points.clear();
    for (const way of ways) {
      const feature = new Feature(new LineString(way.map((at) => fromLonLat([...at]))));
      feature.setStyle(wayStyle(way === ways.at(-1)));
      lines.addFeature(feature);
    }
    for (const { at, label: text, kind } of marks) {
      const feature = new Feature(new Point(fromLonLat([...at])));
      feature.setStyle(kind === 'end' ? endStyle(text) : homeStyle(text, kind));
      points.addFeature(feature);
    }
    const all = marks.map(({ at }) => fromLonLat([...at]));
    if (all.length > 0) map.map.getView().fit(boundingExtent(all), { padding: [MARGIN, MARGIN, MARGIN, MARGIN], maxZoom: 15 });
  }, [map, marks, ways]);
  return (
    <div className="map">
      <div ref={element} className="map-canvas" role="application" tabIndex={0} aria-label={label} />
    </div>
  );
}

function wayStyle(isBack: boolean): Style[] {
  const line = (color: string, width: number): Stroke =>
    new Stroke({ color, width, lineCap: 'round', lineJoin: 'round', ...(isBack ? { lineDash: [2, 9] } : {}) });
  return isBack ? [new Style({ stroke: line(COLOUR.faint, 4) })] : [new Style({ stroke: line(COLOUR.tarn, 4) })];
}

function homeStyle(text: string, kind: 'agreed' | 'open'): Style {
  const isAgreed = kind === 'agreed';
  return new Style({
    image: new CircleMark({
      radius: 14,
      fill: new Fill({ color: isAgreed ? COLOUR.tarn : COLOUR.ochreTint }),
      stroke: new Stroke(isAgreed ? { color: '#fff', width: 2.5 } : { color: COLOUR.ochre, width: 2.5, lineDash: [4, 4] }),
    }),
    text: new Text({
      text,
      font: `700 14px ${FONT.display}`,
      offsetY: 1,
      fill: new Fill({ color: isAgreed ? '#fff' : COLOUR.ochre }),
    }),
    zIndex: 2,
  });
}

function endStyle(text: string): Style {
  return new Style({
    image: new RegularShape({
      points: 5,
      radius: 11,
      fill: new Fill({ color: COLOUR.ink }),
      stroke: new Stroke({ color: '#fff', width: 2 }),
    }),
    text: new Text({
      text,
      font: `600 13px ${FONT.text}`,
      offsetY: -22,
      fill: new Fill({ color: COLOUR.ink }),
      stroke: new Stroke({ color: 'rgba(251,249,245,.95)', width: 4 }),
    }),
    zIndex: 1,
  });
}
