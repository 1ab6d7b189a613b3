import { lengthOf, sayArea, sayDistance, selfCrossing, squareMetresOf } from '@perambula/core';
import type { FeatureLike } from 'ol/Feature.js';
import { Circle, LineString, MultiPoint, MultiPolygon, Point, Polygon } from 'ol/geom.js';
import type { Geometry } from 'ol/geom.js';
import { Circle as CircleMark, Fill, Stroke, Style, Text } from 'ol/style.js';
import type { StyleFunction } from 'ol/style/Style.js';
import { COLOUR, FONT } from '../../shared/tokens.js';
import { shapeOf, unproject } from './boundGeometry.js';

const fill = (color: string): Fill => new Fill({ color });
const line = (color: string, width: number, lineDash?: number[]): Stroke =>
  new Stroke({ color, width, lineCap: 'round', lineJoin: 'round', ...(lineDash ? { lineDash } : {}) });

/** Corners beyond which handles would hide the line. */
const MOST_HANDLES = 300;

/** A bound by itself: mulberry to keep in, hatched ink to keep out; the chosen one with its corners to take hold of. */
export function boundStyle(mode: 'in' | 'out', chosen: boolean): Style[] {
  const own =
    mode === 'in'
      ? // its ground is drawn with the figure; without a fill it could not be taken hold of
        new Style({ stroke: line(COLOUR.mulberry, chosen ? 2.8 : 1.1), fill: fill('rgba(124,63,107,.01)') })
      : new Style({ stroke: line(COLOUR.ink, chosen ? 2.8 : 1.5, [6, 5]), fill: new Fill({ color: hatch() }) });
  if (!chosen) return [own];
  const colour = mode === 'in' ? COLOUR.mulberry : COLOUR.ink;
  return [
    own,
    new Style({
      geometry: (feature) => handlesOf(feature.getGeometry() as Geometry),
      image: new CircleMark({ radius: 4, fill: fill('#FFFFFF'), stroke: line(colour, 1.6) }),
    }),
  ];
}

function handlesOf(geometry: Geometry): Geometry | undefined {
  if (geometry instanceof Circle) {
    const [x = 0, y = 0] = geometry.getCenter();
    return new MultiPoint([
      [x, y],
      [x + geometry.getRadius(), y],
    ]);
  }
  const corners =
    geometry instanceof Polygon
      ? geometry.getCoordinates().flat()
      : geometry instanceof MultiPolygon
        ? geometry.getCoordinates().flat(2)
        : [];
  return corners.length <= MOST_HANDLES ? new MultiPoint(corners) : undefined;
}

/** The ground that all bounds together leave. */
export const figureStyle = new Style({ stroke: line(COLOUR.mulberry, 2.4), fill: fill('rgba(124,63,107,.09)') });

/** What is being drawn, with how large it is; in the colour of what is wrong while it would cross itself. */
export function sketchStyle(mode: 'in' | 'out'): StyleFunction {
  const own = mode === 'in' ? COLOUR.mulberry : COLOUR.ink;
  return (feature) => {
    const geometry = feature.getGeometry() as Geometry;
    if (geometry instanceof Point)
      return new Style({ image: new CircleMark({ radius: 4.5, fill: fill(own), stroke: line('#FFFFFF', 1.5) }) });
    if (geometry instanceof LineString) return new Style({ stroke: line(own, 2) });
    const shape = shapeOf(geometry);
    const isCrossed = shape.type === 'Polygon' && selfCrossing(shape.coordinates) !== null;
    const says = isCrossed
      ? 'crosses itself'
      : shape.type === 'Circle'
        ? sayDistance(shape.radiusMeters)
        : sayArea(squareMetresOf(shape));
    const colour = isCrossed ? COLOUR.brick : own;
    return new Style({ stroke: line(colour, 2.4), fill: fill('rgba(124,63,107,.1)'), text: flag(says, colour) });
  };
}

/** A line that is measured, with its length at each corner, and a way along streets that was asked for. */
export function rulerStyle(feature: FeatureLike): Style[] {
  const geometry = feature.getGeometry();
  if (geometry instanceof Point)
    return [new Style({ image: new CircleMark({ radius: 4.5, fill: fill(COLOUR.ink), stroke: line('#FFFFFF', 1.5) }) })];
  if (!(geometry instanceof LineString)) return [];
  if (feature.get('way')) return [new Style({ stroke: line('#FFFFFF', 6) }), new Style({ stroke: line(COLOUR.tarn, 3.4) })];
  const corners = geometry.getCoordinates();
  const places = corners.map(unproject);
  return [
    new Style({ stroke: line(COLOUR.ink, 2, [1, 5]) }),
    ...corners.slice(1).map(
      (corner, i) =>
        new Style({
          geometry: new Point(corner),
          image: new CircleMark({ radius: 3.5, fill: fill('#FFFFFF'), stroke: line(COLOUR.ink, 1.5) }),
          text: flag(sayDistance(lengthOf(places.slice(0, i + 2))), COLOUR.ink),
        }),
    ),
  ];
}

function flag(text: string, colour: string, offsetY = -16): Text {
  return new Text({
    text,
    font: `600 12px ${FONT.text}`,
    fill: fill('#FFFFFF'),
    backgroundFill: fill(colour),
    padding: [3, 6, 2, 6],
    offsetY,
    overflow: true,
  });
}

const TARN_AREA = { in: 'rgba(47,114,120,.13)', out: 'rgba(35,48,46,.13)' };

/** The ground within minutes of a place, in the colour of travel. */
export function areaStyle(feature: FeatureLike): Style {
  const mode = feature.get('mode') as 'in' | 'out';
  return new Style({ stroke: line(COLOUR.tarn, 1.2, mode === 'out' ? [5, 4] : undefined), fill: fill(TARN_AREA[mode]) });
}

/** A journey's place, with its name, or the outline of an area that was found. */
export function pinStyle(feature: FeatureLike): Style {
  if (feature.getGeometry()?.getType() !== 'Point')
    return new Style({ stroke: line(COLOUR.tarn, 2, [6, 4]), fill: fill(TARN_AREA.in) });
  return new Style({
    image: new CircleMark({ radius: 6, fill: fill(COLOUR.tarn), stroke: line('#FFFFFF', 2) }),
    text: flag(String(feature.get('name')), COLOUR.tarn, 18),
  });
}

let hatching: CanvasPattern | null = null;
function hatch(): CanvasPattern | string {
  if (hatching) return hatching;
  const tile = document.createElement('canvas');
  tile.width = tile.height = 8;
  const context = tile.getContext('2d');
  if (!context) return 'rgba(35,48,46,.15)';
  context.strokeStyle = 'rgba(35,48,46,.42)';
  context.lineWidth = 1.1;
  context.beginPath();
  for (const x of [-8, 0, 8]) (context.moveTo(x, 8), context.lineTo(x + 8, 0));
  context.stroke();
  hatching = context.createPattern(tile, 'repeat');
  return hatching ?? 'rgba(35,48,46,.15)';
}
