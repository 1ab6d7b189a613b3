import 'ol/ol.css';
import './map.css';
import { STATUSES } from '@perambula/core';
import type { Bound, LonLat, Shape } from '@perambula/core';
import { App } from 'antd';
import Feature from 'ol/Feature.js';
import OlMap from 'ol/Map.js';
import View from 'ol/View.js';
import ScaleLine from 'ol/control/ScaleLine.js';
import Zoom from 'ol/control/Zoom.js';
import { Draw } from 'ol/interaction.js';
import VectorLayer from 'ol/layer/Vector.js';
import { fromLonLat, transformExtent } from 'ol/proj.js';
import VectorSource from 'ol/source/Vector.js';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { COLOUR } from '../../shared/tokens.js';
import { createBaseLayers } from './baseLayers.js';
import { areaStyle, boundStyle, pinStyle } from './mapStyles.js';
import type { Mark, Marks } from './marks.js';
import { MarksLayer } from './marksLayer.js';
import { crosses, reshaping } from './reshaping.js';
import { areaFeature, geometryOf, pinOf, shapeOf, unproject } from './boundGeometry.js';
import { useAreas } from './journeys.api.js';
import type { ShownJourney } from './journeys.api.js';
import { MapLegend } from './MapLegend.js';

export interface MapViewProps {
  /** The homes found; null until they are known. */
  readonly marks: Marks | null;
  readonly hovered: string | null;
  readonly chosen: ReadonlySet<string>;
  readonly onHover: (key: string | null) => void;
  readonly onOpen: (key: string) => void;
  /** West, south, east and north of what the map shows, whenever it has come to rest. */
  readonly onView: (box: Box) => void;
  readonly bounds: readonly Bound[];
  readonly boundChosen: string | null;
  readonly pen: 'circle' | 'corners' | 'place' | null;
  readonly penMode: 'in' | 'out';
  readonly onDrawn: (shape: Shape) => void;
  /** Told at each picture while a bound is dragged; each drag has a number of its own. */
  readonly onReshaped: (id: string, shape: Shape, drag: number) => void;
  readonly journeys: readonly ShownJourney[];
  /** A place was pointed at with the pen that names one. */
  readonly onPointed: (at: LonLat) => void;
}

type Box = readonly [number, number, number, number];
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
      const mark = map.homes.at(event.pixel);
      map.map.getViewport()?.style.setProperty('cursor', latest.current.pen ? 'crosshair' : mark ? 'pointer' : 'default');
      const key = keyOf(mark, latest.current.marks);
      if (key !== latest.current.hovered) latest.current.onHover(key);
    };
    const click = (event: { pixel: number[] }): void => {
      const mark = latest.current.pen ? null : map.homes.at(event.pixel);
      const key = keyOf(mark, latest.current.marks);
      if (key) latest.current.onOpen(key);
      else if (mark && 'cluster' in mark) openCluster(map.map.getView(), mark, latest.current.marks);
    };
    const rested = (): void => {
      const extent = transformExtent(map.map.getView().calculateExtent(map.map.getSize()), 'EPSG:3857', 'EPSG:4326');
      latest.current.onView(extent as unknown as Box);
    };
    map.map.on('pointermove', pointer);
    map.map.on('click', click);
    map.map.on('moveend', rested);
    return () => {
      map.map.un('pointermove', pointer);
      map.map.un('click', click);
      map.map.un('moveend', rested);
      map.map.setTarget(undefined);
    };
  }, [map]);

  // homes
  useEffect(() => map.homes.show(props.marks, props.hovered, props.chosen), [map, props.marks, props.hovered, props.chosen]);

  // bounds: rebuilt only when another hand than the map's own changed them
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    const known = new Map(source.getFeatures().map((feature) => [String(feature.getId()), feature]));
    for (const bound of props.bounds) {
      // minutes have no outline of their own: their area is drawn with the journeys
      if (bound.shape.type === 'TravelTime') continue;
      const text = JSON.stringify(bound.shape);
      const feature = known.get(bound.id) ?? new Feature();
      known.delete(bound.id);
      if (feature.get('shape') !== text) feature.setGeometry(geometryOf(bound.shape));
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

  // journeys: their places, and the ground within their minutes
  const areas = useAreas(props.journeys);
  useEffect(() => {
    map.areas.getSource()?.clear();
    map.areas.getSource()?.addFeatures(
      props.journeys.flatMap((journey) => {
        const area = areas.get(journey.id);
        return area ? [areaFeature(journey, area)] : [];
      }),
    );
    map.pins.getSource()?.clear();
    map.pins.getSource()?.addFeatures(props.journeys.map(pinOf));
  }, [map, props.journeys, areas]);

  // the pen
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    if (!props.pen) {
      const modify = reshaping(source, {
        onReshaped: (id, shape, drag) => latest.current.onReshaped(id, shape, drag),
        onCrossed: (feature) => {
          void message.warning('The outline would cross itself there, so its corner was put back.');
          const before = latest.current.bounds.find(({ id }) => id === feature.getId());
          if (before && before.shape.type !== 'TravelTime') feature.setGeometry(geometryOf(before.shape));
        },
      });
      map.map.addInteraction(modify);
      return () => void map.map.removeInteraction(modify);
    }
    if (props.pen === 'place') {
      const point = ({ coordinate }: { coordinate: number[] }): void => latest.current.onPointed(unproject(coordinate));
      map.map.on('click', point);
      map.map.getViewport()?.style.setProperty('cursor', 'crosshair');
      return () => void map.map.un('click', point);
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

  const statuses = useMemo(() => statusesOf(props.marks), [props.marks]);
  return (
    <div className="map">
      <div
        ref={element}
        className="map-canvas"
        role="application"
        aria-label="Map of Ostrey County with the bounds and the results; both also stand in the lists beside it"
      />
      <MapLegend statuses={statuses} />
    </div>
  );
});

/** The statuses that homes found have, in the order of the standard's. */
function statusesOf(marks: Marks | null): string[] {
  if (!marks) return [];
  const { statuses, status } = marks.answer;
  const there = new Set(status);
  return STATUSES.filter((each) => there.has(statuses.indexOf(each)));
}

/** The home of a mark, where it is one. */
function keyOf(mark: Mark | null, marks: Marks | null): string | null {
  return mark && 'place' in mark ? (marks?.answer.keys[mark.place] ?? null) : null;
}

/** Comes so near that several homes under one number come apart. */
function openCluster(view: View, { lon, lat, cluster }: Extract<Mark, { cluster: number }>, marks: Marks | null): void {
  const zoom = marks?.clusters.getClusterExpansionZoom(cluster);
  if (zoom !== undefined) view.animate({ center: fromLonLat([lon, lat]), zoom: zoom + 0.1, duration: 250 });
}

function createMap() {
  const base = createBaseLayers();
  const bounds = new VectorLayer({ source: new VectorSource(), updateWhileInteracting: true });
  const areas = new VectorLayer({ source: new VectorSource(), style: areaStyle, updateWhileInteracting: true });
  const pins = new VectorLayer({ source: new VectorSource(), style: pinStyle, updateWhileInteracting: true });
  const homes = new MarksLayer();
  const map = new OlMap({
    layers: [...base.below, areas, bounds, homes, ...base.above, pins],
    view: new View({ center: HOME, zoom: 11.6, minZoom: 9.5, maxZoom: 18, enableRotation: false }),
    controls: [new ScaleLine({ units: 'us', minWidth: 60 }), new Zoom({ zoomInTipLabel: 'Closer', zoomOutTipLabel: 'Farther' })],
  });
  map.getViewport()?.style.setProperty('background', COLOUR.land);
  return { map, base, bounds, areas, pins, homes };
}
