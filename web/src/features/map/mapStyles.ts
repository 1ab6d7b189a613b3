import type { FeatureLike } from 'ol/Feature.js';
import { Circle as CircleStyle, Fill, Icon, Stroke, Style, Text } from 'ol/style.js';
import { markSource } from '../../shared/status.js';
import { COLOUR, FONT } from '../../shared/tokens.js';

const fill = (color: string): Fill => new Fill({ color });
const line = (color: string, width: number, lineDash?: number[]): Stroke =>
  new Stroke({ color, width, lineCap: 'round', lineJoin: 'round', ...(lineDash ? { lineDash } : {}) });
const halo = line('rgba(251,249,245,.92)', 3.5);

const SHORE = [
  new Style({ fill: fill(COLOUR.water), stroke: line('#BFD8DC', 9) }),
  new Style({ fill: fill(COLOUR.water), stroke: line('#C8BFA8', 1) }),
];
const FILLS: Readonly<Record<string, Style>> = {
  town: new Style({ fill: fill(COLOUR.town) }),
  park: new Style({ fill: fill(COLOUR.green) }),
  wood: new Style({ fill: fill('#D5DEC3') }),
  marsh: new Style({ fill: fill('#DCE7DC') }),
  river: new Style({ fill: fill(COLOUR.water) }),
};

/** The base map: what is drawn of each feature at a resolution in metres a pixel. */
export function baseStyle(feature: FeatureLike, resolution: number): Style[] | Style | undefined {
  const layer = String(feature.get('layer'));
  const name = String(feature.get('name'));
  switch (layer) {
    case 'sea':
      return SHORE;
    case 'street': {
      const width = Math.max(0.8, Math.min(9, 11 / resolution));
      const casing = resolution < 8 ? [new Style({ stroke: line('#DDD4C3', width + 1.6), zIndex: 1 })] : [];
      const label = resolution < 3.2 ? [new Style({ text: along(name, 11, COLOUR.soft), zIndex: 6 })] : [];
      return [...casing, new Style({ stroke: line(resolution < 8 ? '#FFFFFF' : '#E3DACA', width), zIndex: 2 }), ...label];
    }
    case 'arterial':
    case 'highway': {
      const width = Math.max(layer === 'highway' ? 2.6 : 2, Math.min(13, 22 / resolution));
      const core = layer === 'highway' ? '#F3DFB0' : '#FFFFFF';
      const label = resolution < 14 ? [new Style({ text: along(name, 11.5, COLOUR.soft), zIndex: 6 })] : [];
      return [
        new Style({ stroke: line(layer === 'highway' ? '#DCC084' : '#D6CCBA', width + 1.8), zIndex: 3 }),
        new Style({ stroke: line(core, width), zIndex: 4 }),
        ...label,
      ];
    }
    case 'rail':
      return [
        new Style({ stroke: line('#857E74', 2.2), zIndex: 5 }),
        new Style({ stroke: line('#F4F0E6', 1.1, [5, 5]), zIndex: 5 }),
      ];
    case 'station':
      return new Style({
        zIndex: 7,
        image: new CircleStyle({ radius: resolution < 20 ? 5 : 3.5, fill: fill('#FFFFFF'), stroke: line(COLOUR.ink, 1.6) }),
        ...(resolution < 14 ? { text: label(name.replace(' station', ''), `600 11px ${FONT.text}`, COLOUR.ink, 13) } : {}),
      });
    case 'place':
      return resolution < 9
        ? new Style({
            zIndex: 7,
            image: new CircleStyle({ radius: 2.6, fill: fill(COLOUR.ink) }),
            text: label(name, `500 11px ${FONT.text}`, COLOUR.soft, -9),
          })
        : undefined;
    case 'townLabel':
      return new Style({ zIndex: 9, text: label(name, `600 ${resolution < 25 ? 16 : 13.5}px ${FONT.display}`, COLOUR.ink, -14) });
    case 'waterLabel':
      return new Style({ zIndex: 9, text: label(name, `italic 600 15px ${FONT.display}`, '#4F7F86', 0) });
    default:
      return FILLS[layer];
  }
}

function label(text: string, font: string, color: string, offsetY: number): Text {
  return new Text({ text, font, fill: fill(color), stroke: halo, offsetY });
}

function along(text: string, size: number, color: string): Text {
  return new Text({
    text,
    placement: 'line',
    font: `500 ${size}px ${FONT.text}`,
    fill: fill(color),
    stroke: halo,
    maxAngle: 0.5,
    repeat: 420,
  });
}

const marks = new Map<string, Style>();

/** A listing's mark by its status, larger when it is pointed at or chosen. */
export function markStyle(status: string, emphasis: 'none' | 'hovered' | 'chosen'): Style {
  const key = `${status} ${emphasis}`;
  let style = marks.get(key);
  if (!style) {
    style = new Style({
      image: new Icon({
        src: markSource(status, true),
        width: emphasis === 'none' ? 15 : 22,
        height: emphasis === 'none' ? 15 : 22,
      }),
      zIndex: emphasis === 'none' ? 1 : 5,
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
  if (mode === 'in') return new Style({ stroke: line(COLOUR.mulberry, chosen ? 3.2 : 2.2), fill: fill('rgba(124,63,107,.13)') });
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
