import type Feature from 'ol/Feature.js';
import GeoJSON from 'ol/format/GeoJSON.js';
import VectorLayer from 'ol/layer/Vector.js';
import VectorImageLayer from 'ol/layer/VectorImage.js';
import type BaseLayer from 'ol/layer/Base.js';
import { tile } from 'ol/loadingstrategy.js';
import { fromLonLat, toLonLat } from 'ol/proj.js';
import VectorSource from 'ol/source/Vector.js';
import TileGrid from 'ol/tilegrid/TileGrid.js';
import { landStyle, nameStyle, nearStyle, townStyle } from './baseStyles.js';

/** Side of a piece of the near map in degrees, as the county cuts it. */
const PIECE = 0.0125;
/** Metres a pixel below which lots and buildings are drawn. */
const NEAR = 4.5;

/**
 * The base map: below what is drawn on it land and ways, lots and buildings when near, and names; above it the towns'
 * names, for listings would hide them. Nothing of it comes from elsewhere.
 */
export function createBaseLayers(): { far: VectorSource; below: BaseLayer[]; above: BaseLayer[] } {
  const far: VectorSource = new VectorSource<Feature>({ url: '/api/map/far.geojson', format: new GeoJSON() });
  const near = nearSource();
  const below = [
    new VectorImageLayer({ source: far, style: landStyle, imageRatio: 1.5 }),
    new VectorLayer({ source: near, style: nearStyle, maxResolution: NEAR, updateWhileInteracting: true, declutter: 'numbers' }),
    new VectorLayer({ source: far, style: nameStyle, declutter: 'names', updateWhileInteracting: true }),
  ];
  return {
    far,
    below,
    above: [new VectorLayer({ source: far, style: townStyle, declutter: 'towns', updateWhileInteracting: true })],
  };
}

/** Lots and buildings, fetched piece by piece as the view comes to them. */
function nearSource(): VectorSource {
  const format = new GeoJSON();
  const source = new VectorSource({ strategy: tile(pieces()), format });
  source.setLoader((extent, _resolution, _projection, success, failure) => {
    void Promise.all(piecesWithin(extent).map((name) => fetchPiece(name, source, format))).then(
      () => success?.([]),
      () => {
        source.removeLoadedExtent(extent);
        failure?.();
      },
    );
  });
  return source;
}

/** A grid of squares for the view's needs; each asks for the pieces that it touches. */
function pieces(): TileGrid {
  const [west, south] = fromLonLat([-66.3, 40.3]) as [number, number];
  const [east, north] = fromLonLat([-65.7, 40.9]) as [number, number];
  return new TileGrid({ extent: [west, south, east, north], origin: [west, south], resolutions: [NEAR], tileSize: 600 });
}

function piecesWithin([west, south, east, north]: number[]): string[] {
  const [left, bottom] = toLonLat([west as number, south as number]) as [number, number];
  const [right, top] = toLonLat([east as number, north as number]) as [number, number];
  const names: string[] = [];
  for (let column = Math.floor(left / PIECE); column <= Math.floor(right / PIECE); column++)
    for (let row = Math.floor(bottom / PIECE); row <= Math.floor(top / PIECE); row++) names.push(`${column}_${row}`);
  return names;
}

const fetched = new WeakMap<VectorSource, Map<string, Promise<void>>>();

function fetchPiece(name: string, source: VectorSource, format: GeoJSON): Promise<void> {
  const known = fetched.get(source) ?? new Map<string, Promise<void>>();
  fetched.set(source, known);
  let piece = known.get(name);
  if (!piece) {
    piece = fetch(`/api/map/${name}.geojson`).then(async (response) => {
      if (!response.ok) throw new Error(`The map's piece ${name} could not be had.`);
      source.addFeatures(format.readFeatures(await response.json(), { featureProjection: 'EPSG:3857' }));
    });
    piece.catch(() => known.delete(name));
    known.set(name, piece);
  }
  return piece;
}
