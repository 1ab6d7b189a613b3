import type { FeatureLike } from 'ol/Feature.js';
import { Circle as CircleStyle, Fill, RegularShape, Stroke, Style, Text } from 'ol/style.js';
import { COLOUR, FONT } from '../../shared/tokens.js';

const fill = (color: string): Fill => new Fill({ color });
const line = (color: string, width: number, lineDash?: number[]): Stroke =>
  new Stroke({ color, width, lineCap: 'round', lineJoin: 'round', ...(lineDash ? { lineDash } : {}) });
const halo = line('rgba(251,249,245,.9)', 3.2);
/** Wide enough to be read over listings. */
const townHalo = line('rgba(251,249,245,.94)', 5);

const SHORE = [
  new Style({ fill: fill(COLOUR.water), stroke: line('#C4DBDE', 10), zIndex: -9 }),
  new Style({ fill: fill(COLOUR.water), stroke: line('#BDB294', 1), zIndex: -8 }),
];
const AREAS: Readonly<Record<string, Style>> = {
  island: new Style({ fill: fill(COLOUR.land), stroke: line('#BDB294', 1), zIndex: -7 }),
  wood: new Style({ fill: fill('#D5DEC3'), zIndex: -6 }),
  marsh: new Style({ fill: fill('#DCE7DC'), zIndex: -6 }),
  park: new Style({ fill: fill(COLOUR.green), zIndex: -4 }),
  town: new Style({ fill: fill(COLOUR.town), zIndex: -5 }),
  river: new Style({ fill: fill(COLOUR.water), stroke: line('#BDB294', 0.8), zIndex: -3 }),
  beach: new Style({ fill: fill('#F1E4BF'), zIndex: -3 }),
};

interface Way {
  readonly casing: string;
  readonly core: string;
  /** Width in metres, and in pixels from least to most. */
  readonly metres: number;
  readonly least: number;
  readonly most: number;
  /** Metres a pixel up to which it is drawn at all, with a casing, and with its name. */
  readonly shown: number;
  readonly cased: number;
  readonly named: number;
  readonly level: number;
}

const WAYS: Readonly<Record<string, Way>> = {
  lane: { casing: '#D9CFBC', core: '#FBF8F1', metres: 8, least: 0.9, most: 9, shown: 26, cased: 9, named: 6.6, level: 1 },
  street: { casing: '#D9CFBC', core: '#FFFFFF', metres: 13, least: 0.8, most: 14, shown: 26, cased: 11, named: 6.6, level: 2 },
  arterial: { casing: '#CFC3AC', core: '#FFFDF7', metres: 16, least: 1.7, most: 19, shown: 200, cased: 40, named: 9, level: 3 },
  highway: { casing: '#D3B672', core: '#F5E2B4', metres: 22, least: 2.6, most: 24, shown: 200, cased: 200, named: 22, level: 4 },
};

const cache = new Map<string, Style[]>();

/** Land, water, heights and ways: what is drawn of each feature at a resolution in metres a pixel. */
export function landStyle(feature: FeatureLike, resolution: number): Style[] | Style | undefined {
  const layer = String(feature.get('layer'));
  const way = WAYS[layer];
  if (way) return wayStyle(layer, way, resolution);
  switch (layer) {
    case 'sea':
      return SHORE;
    case 'height':
      return resolution < 12 ? HEIGHT : undefined;
    case 'heightHundred':
      return HEIGHT_HUNDRED;
    case 'footpath':
      return resolution < 12 ? FOOTPATH : undefined;
    case 'ferry':
      return FERRY;
    case 'rail':
      return RAIL;
    default:
      return AREAS[layer];
  }
}

const HEIGHT = new Style({ stroke: line('rgba(160,138,96,.24)', 0.8), zIndex: -2 });
const HEIGHT_HUNDRED = new Style({ stroke: line('rgba(160,138,96,.42)', 1), zIndex: -2 });
const FOOTPATH = new Style({ stroke: line('#A08A60', 1.3, [2, 4]), zIndex: 0 });
const FERRY = new Style({ stroke: line('#7FA3A9', 1.4, [7, 6]), zIndex: 0 });
const RAIL = [
  new Style({ stroke: line('#7D766B', 2.4), zIndex: 6 }),
  new Style({ stroke: line('#F4F0E6', 1.1, [5, 5]), zIndex: 6 }),
];

function wayStyle(layer: string, way: Way, resolution: number): Style[] | undefined {
  if (resolution > way.shown) return undefined;
  const width = Math.round(Math.max(way.least, Math.min(way.most, way.metres / resolution)) * 2) / 2;
  const cased = resolution <= way.cased;
  const key = `${layer} ${width} ${String(cased)}`;
  let styles = cache.get(key);
  if (!styles) {
    styles = [
      ...(cased ? [new Style({ stroke: line(way.casing, width + 1.8), zIndex: way.level })] : []),
      new Style({ stroke: line(cased ? way.core : '#E0D6C4', width), zIndex: way.level + (cased ? 0.5 : 0) }),
    ];
    cache.set(key, styles);
  }
  return styles;
}

/** Lots, buildings and house numbers, near enough to tell them apart. */
export function nearStyle(feature: FeatureLike, resolution: number): Style | undefined {
  switch (feature.get('layer')) {
    case 'lot':
      return resolution < 2.6 ? LOT : undefined;
    case 'building':
      return BUILDING;
    case 'block':
      return BLOCK;
    default:
      return resolution < 0.85 ? number(String(feature.get('name'))) : undefined;
  }
}

const LOT = new Style({ stroke: line('rgba(169,150,112,.34)', 0.7), zIndex: 0 });
const BUILDING = new Style({ fill: fill('#DCCFB8'), stroke: line('#C3B395', 0.7), zIndex: 1 });
const BLOCK = new Style({ fill: fill('#CDBFA9'), stroke: line('#AE9E83', 0.8), zIndex: 1 });

function number(text: string): Style {
  return new Style({ text: new Text({ text, font: `500 10px ${FONT.text}`, fill: fill(COLOUR.soft) }), zIndex: 2 });
}

interface Symbol {
  readonly color: string;
  readonly sides: number;
  /** Up to which resolution, in metres a pixel. */
  readonly shown: number;
}

const SYMBOLS: Readonly<Record<string, Symbol>> = {
  school: { color: '#6C5A2E', sides: 4, shown: 5 },
  grocery: { color: '#7A4B2A', sides: 3, shown: 5 },
  clinic: { color: '#8A3F35', sides: 5, shown: 9 },
  beach: { color: '#4F7F86', sides: 6, shown: 16 },
  trailhead: { color: '#54733B', sides: 3, shown: 16 },
  ferry: { color: COLOUR.tarn, sides: 4, shown: 16 },
};

/** Towns' names, which stand above all else while a town as a whole is in view. */
export function townStyle(feature: FeatureLike, resolution: number): Style | undefined {
  if (feature.get('layer') !== 'townLabel' || resolution <= 2.4) return undefined;
  const font = `600 ${resolution < 25 ? 16 : 14}px ${FONT.display}`;
  return new Style({ text: label(String(feature.get('name')), font, COLOUR.ink, resolution < 14 ? -16 : -12, townHalo) });
}

/** Names, which give way to one another: of waters first, then of roads, then of whatever else there is room for. */
export function nameStyle(feature: FeatureLike, resolution: number): Style | Style[] | undefined {
  const layer = String(feature.get('layer'));
  const name = String(feature.get('name'));
  const way = WAYS[layer];
  if (way) return wayName(name, feature.get('route') as string | undefined, way, resolution);
  const symbol = SYMBOLS[layer];
  return symbol ? symbolStyle(name, symbol, resolution) : placeStyle(layer, name, resolution);
}

function symbolStyle(name: string, symbol: Symbol, resolution: number): Style | undefined {
  if (resolution > symbol.shown) return undefined;
  return new Style({
    zIndex: 4,
    image: new RegularShape({
      points: symbol.sides,
      radius: 4.5,
      angle: symbol.sides === 4 ? Math.PI / 4 : 0,
      fill: fill(symbol.color),
      stroke: line('#FBF9F5', 1.4),
    }),
    text: label(name, `500 10.5px ${FONT.text}`, COLOUR.soft, 12),
  });
}

function placeStyle(layer: string, name: string, resolution: number): Style | undefined {
  switch (layer) {
    case 'station':
      return new Style({
        zIndex: 20,
        image: new CircleStyle({ radius: resolution < 20 ? 5 : 3.2, fill: fill('#FFFFFF'), stroke: line(COLOUR.ink, 1.6) }),
        ...(resolution < 14 ? { text: label(name.replace(' station', ''), `600 11px ${FONT.text}`, COLOUR.ink, 13) } : {}),
      });
    case 'busStop':
      return resolution < 4
        ? new Style({
            zIndex: 3,
            image: new CircleStyle({ radius: 3.2, fill: fill('#FBF9F5'), stroke: line(COLOUR.tarn, 2) }),
            ...(resolution < 1.6 ? { text: label(name, `500 10px ${FONT.text}`, COLOUR.tarn, 11) } : {}),
          })
        : undefined;
    case 'place':
      return resolution < 12
        ? new Style({
            zIndex: 12,
            image: new CircleStyle({ radius: 2.6, fill: fill(COLOUR.ink) }),
            text: label(name, `500 11px ${FONT.text}`, COLOUR.soft, -9),
          })
        : undefined;
    case 'district':
      return resolution < 14 && resolution > 1.2
        ? new Style({ zIndex: 10, text: label(name, `italic 500 12.5px ${FONT.display}`, '#6B6250', 0) })
        : undefined;
    case 'greenLabel':
      return resolution < 32
        ? new Style({ zIndex: 6, text: label(name, `italic 500 11.5px ${FONT.display}`, '#5E7350', 0) })
        : undefined;
    case 'heightHundred':
      return resolution < 16
        ? new Style({ zIndex: 1, text: along(`${Math.round(Number(name) * 3.28084)} ft`, 9.5, '#9A8660') })
        : undefined;
    case 'waterLabel':
      return new Style({ zIndex: 25, text: label(name, `italic 600 15px ${FONT.display}`, '#4F7F86', 0) });
    case 'river':
      return resolution < 20
        ? new Style({
            zIndex: 6,
            text: new Text({ text: name, font: `italic 500 12px ${FONT.display}`, fill: fill('#4F7F86'), stroke: halo }),
          })
        : undefined;
    default:
      return undefined;
  }
}

function wayName(name: string, route: string | undefined, way: Way, resolution: number): Style[] | undefined {
  const styles: Style[] = [];
  if (resolution <= way.named)
    styles.push(new Style({ zIndex: 8 + way.level, text: along(name, way.level > 2 ? 11.5 : 11, COLOUR.soft) }));
  if (route && resolution < 30) styles.push(new Style({ zIndex: 18, text: shield(route) }));
  return styles.length > 0 ? styles : undefined;
}

function shield(text: string): Text {
  return new Text({
    text,
    font: `700 9.5px ${FONT.text}`,
    fill: fill('#6B5218'),
    backgroundFill: fill('#FFF8E4'),
    backgroundStroke: line('#CDB06A', 1),
    padding: [1.5, 4, 1, 4],
  });
}

function label(text: string, font: string, color: string, offsetY: number, stroke = halo): Text {
  return new Text({ text, font, fill: fill(color), stroke, offsetY, overflow: false });
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
