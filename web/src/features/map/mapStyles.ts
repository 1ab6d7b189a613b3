import type { FeatureLike } from 'ol/Feature.js';
import { Circle as CircleMark, Fill, Stroke, Style, Text } from 'ol/style.js';
import { COLOUR, FONT } from '../../shared/tokens.js';

const fill = (color: string): Fill => new Fill({ color });
const line = (color: string, width: number, lineDash?: number[]): Stroke =>
  new Stroke({ color, width, lineCap: 'round', lineJoin: 'round', ...(lineDash ? { lineDash } : {}) });

/** A bound: mulberry to keep in, hatched ink to keep out. */
export function boundStyle(mode: 'in' | 'out', chosen: boolean): Style {
  if (mode === 'in') return new Style({ stroke: line(COLOUR.mulberry, chosen ? 3.2 : 2.2), fill: fill('rgba(124,63,107,.075)') });
  return new Style({ stroke: line(COLOUR.ink, chosen ? 3 : 1.8, [6, 5]), fill: new Fill({ color: hatch() }) });
}

const TARN_AREA = { in: 'rgba(47,114,120,.13)', out: 'rgba(35,48,46,.13)' };

/** The ground within minutes of a place, in the colour of travel. */
export function areaStyle(feature: FeatureLike): Style {
  const mode = feature.get('mode') as 'in' | 'out';
  return new Style({ stroke: line(COLOUR.tarn, 1.2, mode === 'out' ? [5, 4] : undefined), fill: fill(TARN_AREA[mode]) });
}

/** A journey's place, with its name. */
export function pinStyle(feature: FeatureLike): Style {
  return new Style({
    image: new CircleMark({ radius: 6, fill: fill(COLOUR.tarn), stroke: line('#FFFFFF', 2) }),
    text: new Text({
      text: String(feature.get('name')),
      font: `600 12px ${FONT.text}`,
      fill: fill('#FFFFFF'),
      backgroundFill: fill(COLOUR.tarn),
      padding: [3, 6, 2, 6],
      offsetY: 18,
    }),
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
