import 'ol/ol.css';
import './map.css';
import type { Row } from '@perambula/contract';
import { selfCrossing } from '@perambula/core';
import type { Bound, Polygon as PolygonShape, Shape } from '@perambula/core';
import { App } from 'antd';
import Feature from 'ol/Feature.js';
import OlMap from 'ol/Map.js';
import View from 'ol/View.js';
import ScaleLine from 'ol/control/ScaleLine.js';
import Zoom from 'ol/control/Zoom.js';
import Point from 'ol/geom/Point.js';
import { Draw, Modify } from 'ol/interaction.js';
import VectorLayer from 'ol/layer/Vector.js';
import { fromLonLat } from 'ol/proj.js';
import VectorSource from 'ol/source/Vector.js';
import { memo, useEffect, useRef, useState } from 'react';
import { COLOUR } from '../../shared/tokens.js';
import { createBaseLayers } from './baseLayers.js';
import { boundStyle, markStyle, priceStyle } from './mapStyles.js';
import { geometryOf, shapeOf } from './boundGeometry.js';
import { MapLegend } from './MapLegend.js';

export interface MapViewProps {
  readonly rows: readonly Row[];
  readonly hovered: string | null;
  readonly chosen: ReadonlySet<string>;
  readonly onHover: (key: string | null) => void;
  readonly onOpen: (key: string) => void;
  readonly bounds: readonly Bound[];
  readonly boundChosen: string | null;
  readonly pen: 'circle' | 'corners' | null;
  readonly penMode: 'in' | 'out';
  readonly onDrawn: (shape: Shape) => void;
  readonly onReshaped: (id: string, shape: Shape) => void;
}

const HOME = fromLonLat([-66.005, 40.6]);

/** The county's own map with bounds and listings on it. Everything on it stands in a list beside it as well. */
export const MapView = memo(function MapView(props: MapViewProps) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(createMap);
  const latest = useRef(props);
  const { message } = App.useApp();
  useEffect(() => void (latest.current = props));

  useEffect(() => {
    map.map.setTarget(element.current);
    void document.fonts.ready.then(() => [...map.base.below, ...map.base.above].forEach((layer) => layer.changed()));
    const pointer = (event: { pixel: number[]; dragging?: boolean }): void => {
      if (event.dragging) return;
      const key = keyAt(map, event.pixel);
      map.map.getViewport()?.style.setProperty('cursor', key && !latest.current.pen ? 'pointer' : 'default');
      if (key !== latest.current.hovered) latest.current.onHover(key);
    };
    const click = (event: { pixel: number[] }): void => {
      const key = latest.current.pen ? null : keyAt(map, event.pixel);
      if (key) latest.current.onOpen(key);
    };
    map.map.on('pointermove', pointer);
    map.map.on('click', click);
    return () => {
      map.map.un('pointermove', pointer);
      map.map.un('click', click);
      map.map.setTarget(undefined);
    };
  }, [map]);

  // listings
  useEffect(() => {
    map.listings.getSource()?.clear();
    map.listings.getSource()?.addFeatures(
      props.rows.flatMap((row) => {
        const { Longitude: lon, Latitude: lat } = row;
        if (typeof lon !== 'number' || typeof lat !== 'number') return [];
        const feature = new Feature({
          geometry: new Point(fromLonLat([lon, lat])),
          status: row['StandardStatus'],
          price: row['ListPrice'],
        });
        feature.setId(row.ListingKey);
        return [feature];
      }),
    );
  }, [map, props.rows]);

  useEffect(() => {
    map.listings.setStyle((feature, resolution) => {
      const key = String(feature.getId());
      const hovered = key === props.hovered;
      const mark = markStyle(String(feature.get('status')), hovered || props.chosen.has(key), resolution);
      return hovered ? [mark, priceStyle(`$${Math.round(Number(feature.get('price')) / 1000).toLocaleString('en-US')}k`)] : mark;
    });
  }, [map, props.hovered, props.chosen]);

  // bounds: rebuilt only when another hand than the map's own changed them
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    const known = new Map(source.getFeatures().map((feature) => [String(feature.getId()), feature]));
    for (const bound of props.bounds) {
      const text = JSON.stringify(bound.shape);
      const feature = known.get(bound.id) ?? new Feature();
      known.delete(bound.id);
      if (feature.get('shape') !== text) feature.setGeometry(geometryOf(bound));
      feature.setProperties({ shape: text, mode: bound.mode });
      if (feature.getId() === undefined) {
        feature.setId(bound.id);
        source.addFeature(feature);
      }
    }
    for (const gone of known.values()) source.removeFeature(gone);
    map.bounds.setStyle((feature) => boundStyle(feature.get('mode') as 'in' | 'out', feature.getId() === props.boundChosen));
  }, [map, props.bounds, props.boundChosen]);

  useEffect(() => {
    const feature = props.boundChosen ? map.bounds.getSource()?.getFeatureById(props.boundChosen) : null;
    const extent = feature?.getGeometry()?.getExtent();
    if (extent) map.map.getView().fit(extent, { padding: [70, 70, 70, 70], maxZoom: 15, duration: 250 });
  }, [map, props.boundChosen]);

  // the pen
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    if (!props.pen) {
      const modify = new Modify({ source });
      modify.on('modifyend', ({ features }) => {
        for (const feature of features.getArray()) {
          const shape = shapeOf(feature.getGeometry() as NonNullable<ReturnType<typeof feature.getGeometry>>);
          if (JSON.stringify(shape) === feature.get('shape')) continue;
          if (crosses(shape)) {
            void message.warning('The outline would cross itself there, so its corner was put back.');
            const before = latest.current.bounds.find(({ id }) => id === feature.getId());
            if (before) feature.setGeometry(geometryOf(before));
          } else {
            feature.set('shape', JSON.stringify(shape));
            latest.current.onReshaped(String(feature.getId()), shape);
          }
        }
      });
      map.map.addInteraction(modify);
      return () => void map.map.removeInteraction(modify);
    }
    const draw = new Draw({
      type: props.pen === 'circle' ? 'Circle' : 'Polygon',
      style: boundStyle(props.penMode, true),
      stopClick: true,
    });
    draw.on('drawend', ({ feature }) => {
      const shape = shapeOf(feature.getGeometry() as NonNullable<ReturnType<typeof feature.getGeometry>>);
      if (crosses(shape)) void message.warning('The outline crosses itself. Draw it once more without crossing a side.');
      else latest.current.onDrawn(shape);
    });
    const abort = (event: KeyboardEvent): void => void (event.key === 'Escape' && draw.abortDrawing());
    window.addEventListener('keydown', abort);
    map.map.addInteraction(draw);
    return () => {
      window.removeEventListener('keydown', abort);
      map.map.removeInteraction(draw);
    };
  }, [map, props.pen, props.penMode, message]);

  return (
    <div className="map">
      <div
        ref={element}
        className="map-canvas"
        role="application"
        aria-label="Map of Ostrey County with the bounds and the results; both also stand in the lists beside it"
      />
      <MapLegend statuses={[...new Set(props.rows.map((row) => String(row['StandardStatus'])))]} />
    </div>
  );
});

function crosses(shape: Shape): boolean {
  return shape.type !== 'Circle' && selfCrossing((shape as PolygonShape).coordinates) !== null;
}

function keyAt({ map, listings }: ReturnType<typeof createMap>, pixel: number[]): string | null {
  const feature = map.forEachFeatureAtPixel(pixel, (each) => each, {
    layerFilter: (layer) => layer === listings,
    hitTolerance: 4,
  });
  return feature ? String(feature.getId()) : null;
}

function createMap() {
  const base = createBaseLayers();
  const bounds = new VectorLayer({ source: new VectorSource(), updateWhileInteracting: true });
  const listings = new VectorLayer({ source: new VectorSource(), updateWhileInteracting: true });
  const map = new OlMap({
    layers: [...base.below, bounds, listings, ...base.above],
    view: new View({ center: HOME, zoom: 11.6, minZoom: 9.5, maxZoom: 18, enableRotation: false }),
    controls: [new ScaleLine({ units: 'us', minWidth: 60 }), new Zoom({ zoomInTipLabel: 'Closer', zoomOutTipLabel: 'Farther' })],
  });
  map.getViewport()?.style.setProperty('background', COLOUR.land);
  return { map, base, bounds, listings };
}
