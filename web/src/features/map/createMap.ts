import type { LonLat } from '@perambula/core';
import Collection from 'ol/Collection.js';
import type Feature from 'ol/Feature.js';
import OlMap from 'ol/Map.js';
import View from 'ol/View.js';
import ScaleLine from 'ol/control/ScaleLine.js';
import Zoom from 'ol/control/Zoom.js';
import { defaults as interactions } from 'ol/interaction/defaults.js';
import type BaseLayer from 'ol/layer/Base.js';
import VectorLayer from 'ol/layer/Vector.js';
import { fromLonLat } from 'ol/proj.js';
import VectorSource from 'ol/source/Vector.js';
import type { StyleLike } from 'ol/style/Style.js';
import { COLOUR } from '../../shared/tokens.js';
import { createBaseLayers } from './baseLayers.js';
import { areaStyle, figureStyle, pinStyle, rulerStyle, sketchStyle } from './mapStyles.js';
import { MarksLayer } from './marksLayer.js';
import { createOverlays } from './overlays.js';

/** The county as a whole. */
export const HOME = { center: fromLonLat([-66.005, 40.6]), zoom: 11.6 };

/** Whether a place lies where the map has anything to show. */
export function isInCounty([lon, lat]: LonLat): boolean {
  return lon > -66.25 && lon < -65.75 && lat > 40.42 && lat < 40.78;
}

/**
 * A map with all its layers, from the land up to what is measured on it.
 *
 * @param inPage  whether it stands in a page that scrolls: then a wheel above it moves the page, until the map is
 *   clicked on
 */
export function createMap({ inPage }: { readonly inPage: boolean }) {
  const base = createBaseLayers();
  const overlays = createOverlays(base.far);
  const layer = (style?: StyleLike): VectorLayer =>
    new VectorLayer({ source: new VectorSource(), updateWhileInteracting: true, ...(style ? { style } : {}) });
  const figure = layer(figureStyle);
  const bounds = layer();
  const areas = layer(areaStyle);
  const sketch = layer(sketchStyle('in'));
  const ruler = layer(rulerStyle);
  const pins = layer(pinStyle);
  const homes = new MarksLayer();
  const below: BaseLayer[] = [...base.below, overlays.areas, figure, areas, bounds];
  const map = new OlMap({
    layers: [...below, homes, overlays.places, ...base.above, pins, ruler, sketch],
    view: new View({ ...HOME, minZoom: 9.5, maxZoom: 18, enableRotation: false }),
    interactions: interactions({ onFocusOnly: inPage }),
    controls: [new ScaleLine({ units: 'us', minWidth: 60 }), new Zoom({ zoomInTipLabel: 'Closer', zoomOutTipLabel: 'Farther' })],
  });
  map.getViewport()?.style.setProperty('background', COLOUR.land);
  /** The bound that is chosen: it can be moved as a whole. */
  const chosen = new Collection<Feature>();
  return { map, base, overlays, figure, bounds, areas, sketch, ruler, pins, homes, chosen };
}

export type CountyMap = ReturnType<typeof createMap>;
