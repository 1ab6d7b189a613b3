import { Fill, Icon, Stroke, Style, Text } from 'ol/style.js';
import { markSource } from '../../shared/status.js';
import { COLOUR, FONT } from '../../shared/tokens.js';

const fill = (color: string): Fill => new Fill({ color });
const line = (color: string, width: number, lineDash?: number[]): Stroke =>
  new Stroke({ color, width, lineCap: 'round', lineJoin: 'round', ...(lineDash ? { lineDash } : {}) });
const marks = new Map<string, Style>();

/** A listing's mark by its status, larger when it is pointed at or chosen, and smaller from far away. */
export function markStyle(status: string, standsOut: boolean, resolution: number): Style {
  const size = standsOut ? 22 : resolution > 18 ? 11 : 15;
  const key = `${status} ${size}`;
  let style = marks.get(key);
  if (!style) {
    style = new Style({
      image: new Icon({
        src: markSource(status, true),
        width: size,
        height: size,
      }),
      zIndex: standsOut ? 5 : 1,
    });
    marks.set(key, style);
  }
  return style;
}

/** The price beside a listing that is pointed at. */
export function priceStyle(text: string): Style {
  return new Style({
    zIndex: 10,
    text: new Text({
      text,
      font: `700 12px ${FONT.text}`,
      fill: fill('#FFFFFF'),
      backgroundFill: fill(COLOUR.mulberryDeep),
      padding: [5, 8, 4, 8],
      offsetX: 44,
    }),
  });
}

/** A bound: mulberry to keep in, hatched ink to keep out. */
export function boundStyle(mode: 'in' | 'out', chosen: boolean): Style {
  if (mode === 'in') return new Style({ stroke: line(COLOUR.mulberry, chosen ? 3.2 : 2.2), fill: fill('rgba(124,63,107,.075)') });
  return new Style({ stroke: line(COLOUR.ink, chosen ? 3 : 1.8, [6, 5]), fill: new Fill({ color: hatch() }) });
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
