import type MapBrowserEvent from 'ol/MapBrowserEvent.js';
import type Feature from 'ol/Feature.js';
import type { FeatureLike } from 'ol/Feature.js';
import { LineString, Polygon } from 'ol/geom.js';
import Snap from 'ol/interaction/Snap.js';
import VectorSource from 'ol/source/Vector.js';

/** Layers of the base map whose lines a bound may run along: streets, the railway, the river, and the coast. */
const LINES: ReadonlySet<string> = new Set([
  'highway',
  'arterial',
  'street',
  'lane',
  'footpath',
  'rail',
  'river',
  'sea',
  'island',
]);
const NEAR_PIXELS = 9;

/** Draws a corner to what is near it, but not while Alt is held. */
class NearSnap extends Snap {
  override handleEvent(event: MapBrowserEvent): boolean {
    const { altKey = false } = event.originalEvent as Partial<PointerEvent>;
    return altKey || super.handleEvent(event);
  }
}

/** What corners are drawn to: other bounds, and the lines of the base map. */
export function snapping(bounds: VectorSource, base: VectorSource): Snap[] {
  return [bounds, linesOf(base)].map((source) => new NearSnap({ source, pixelTolerance: NEAR_PIXELS }));
}

const lines = new WeakMap<VectorSource, VectorSource>();

/** The base map's lines in a source of their own, which grows with it. */
function linesOf(base: VectorSource): VectorSource {
  let source = lines.get(base);
  if (source) return source;
  source = new VectorSource();
  lines.set(base, source);
  const add = (feature: Feature): void => {
    const geometry = feature.getGeometry();
    if (LINES.has(layerOf(feature)) && (geometry instanceof LineString || geometry instanceof Polygon))
      source.addFeature(feature);
  };
  base.getFeatures().forEach(add);
  base.on('addfeature', ({ feature }) => feature && add(feature));
  return source;
}

const layerOf = (feature: FeatureLike): string => String(feature.get('layer'));
