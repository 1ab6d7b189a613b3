import GeoJSON from 'ol/format/GeoJSON.js';
import type { FeatureLike } from 'ol/Feature.js';
import VectorLayer from 'ol/layer/Vector.js';
import VectorSource from 'ol/source/Vector.js';
import { Circle as CircleMark, Fill, Stroke, Style, Text } from 'ol/style.js';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { COLOUR, FONT } from '../../shared/tokens.js';

interface Overlay {
  readonly label: string;
  /** The features' `layer` in the map's files. */
  readonly layers: readonly string[];
  readonly colour: string;
  /** A letter on a mark; areas have none. */
  readonly sign?: string;
  readonly dash?: number[];
}

/** What can be laid over the map: places by their sign, then areas by their outline. */
export const OVERLAYS = {
  stations: { label: 'Stations', layers: ['station'], colour: COLOUR.tarn, sign: 'R' },
  busStops: { label: 'Bus stops', layers: ['busStop'], colour: '#4F7F86', sign: 'B' },
  schools: { label: 'Schools', layers: ['school'], colour: '#6C5A2E', sign: 'S' },
  groceries: { label: 'Groceries', layers: ['grocery'], colour: '#7A4B2A', sign: 'G' },
  parks: { label: 'Parks and woods', layers: ['park', 'wood', 'marsh'], colour: COLOUR.moss },
  districts: { label: 'Districts', layers: ['district'], colour: COLOUR.ochre },
  postal: { label: 'Postal codes', layers: ['postal'], colour: COLOUR.soft, dash: [2, 5] },
  elementary: { label: 'Elementary school zones', layers: ['elementary'], colour: '#6C5A2E', dash: [8, 4] },
  middle: { label: 'Middle school zones', layers: ['middle'], colour: '#6C5A2E', dash: [8, 4] },
  high: { label: 'High school zones', layers: ['high'], colour: '#6C5A2E', dash: [8, 4] },
  flood: { label: 'Flood zones', layers: ['flood'], colour: '#2C6FA3' },
} as const satisfies Readonly<Record<string, Overlay>>;

export type OverlayName = keyof typeof OVERLAYS;
const NAMES = Object.keys(OVERLAYS) as OverlayName[];

interface Shown {
  readonly shown: readonly OverlayName[];
  readonly toggle: (name: OverlayName) => void;
}

/** Which of them are shown, kept from day to day. */
export const useOverlays = create<Shown>()(
  persist(
    (set) => ({
      shown: [],
      toggle: (name) =>
        set(({ shown }) => ({ shown: shown.includes(name) ? shown.filter((each) => each !== name) : [...shown, name] })),
    }),
    {
      name: 'perambula.overlays',
      // names of an older version mean nothing to this one
      merge: (kept, now) => ({
        ...now,
        shown: ((kept as Partial<Shown> | undefined)?.shown ?? []).filter((name) => NAMES.includes(name)),
      }),
    },
  ),
);

/** The overlays' layers over the base map's source; zones are fetched when one of them is first shown. */
export function createOverlays(far: VectorSource): {
  readonly areas: VectorLayer;
  readonly places: VectorLayer;
  show: (names: readonly OverlayName[]) => void;
} {
  const zones = new VectorSource({ url: '/api/map/zones.geojson', format: new GeoJSON() });
  const wanted = new Map<string, Overlay>();
  const areas = new VectorLayer({
    source: zones,
    style: (feature) => areaStyle(feature, wanted),
    visible: false,
    updateWhileInteracting: true,
    declutter: 'areas',
  });
  const places = new VectorLayer({
    source: far,
    style: (feature, resolution) => placeStyle(feature, resolution, wanted),
    visible: false,
    updateWhileInteracting: true,
    declutter: 'signs',
  });
  const show = (names: readonly OverlayName[]): void => {
    wanted.clear();
    for (const name of names) for (const layer of OVERLAYS[name].layers) wanted.set(layer, OVERLAYS[name]);
    // zones lie in a file of their own, and parks in the base map's
    areas.setVisible(names.some((name) => !('sign' in OVERLAYS[name]) && name !== 'parks'));
    places.setVisible(names.some((name) => 'sign' in OVERLAYS[name] || name === 'parks'));
    areas.changed();
    places.changed();
  };
  return { areas, places, show };
}

function areaStyle(feature: FeatureLike, wanted: ReadonlyMap<string, Overlay>): Style | undefined {
  const overlay = wanted.get(String(feature.get('layer')));
  if (!overlay) return undefined;
  const flood = feature.get('layer') === 'flood';
  const name = String(feature.get('name'));
  return new Style({
    stroke: new Stroke({ color: overlay.colour, width: flood ? 0.8 : 1.6, ...(overlay.dash ? { lineDash: overlay.dash } : {}) }),
    fill: new Fill({ color: flood ? (name === 'VE' ? 'rgba(44,111,163,.3)' : 'rgba(44,111,163,.15)') : 'rgba(0,0,0,.01)' }),
    text: new Text({
      text: flood ? `Flood zone ${name}` : name,
      font: `600 12px ${FONT.text}`,
      fill: new Fill({ color: overlay.colour }),
      stroke: new Stroke({ color: 'rgba(251,249,245,.95)', width: 4 }),
    }),
  });
}

/** Metres a pixel above which a place shows its sign alone. */
const NAMED = 9;

function placeStyle(feature: FeatureLike, resolution: number, wanted: ReadonlyMap<string, Overlay>): Style[] | undefined {
  const overlay = wanted.get(String(feature.get('layer')));
  const type = feature.getGeometry()?.getType();
  if (!overlay || (type !== 'Point') === (overlay.sign !== undefined)) return undefined;
  if (!overlay.sign) {
    return [
      new Style({ stroke: new Stroke({ color: overlay.colour, width: 1.4 }), fill: new Fill({ color: 'rgba(84,115,59,.22)' }) }),
    ];
  }
  const halo = new Stroke({ color: 'rgba(251,249,245,.95)', width: 4 });
  return [
    new Style({
      image: new CircleMark({
        radius: 8,
        fill: new Fill({ color: overlay.colour }),
        stroke: new Stroke({ color: '#fff', width: 1.5 }),
      }),
      text: new Text({ text: overlay.sign, font: `700 10px ${FONT.text}`, fill: new Fill({ color: '#fff' }), offsetY: 0.5 }),
    }),
    ...(resolution > NAMED
      ? []
      : [
          new Style({
            text: new Text({
              text: String(feature.get('name')),
              font: `600 11.5px ${FONT.text}`,
              fill: new Fill({ color: overlay.colour }),
              stroke: halo,
              offsetY: 16,
            }),
          }),
        ]),
  ];
}
