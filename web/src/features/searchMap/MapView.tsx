import './searchMap.css';
import { distance, figureOf, STATUSES } from '@perambula/core';
import type { DrawnShape, LonLat } from '@perambula/core';
import { App } from 'antd';
import Feature from 'ol/Feature.js';
import { Point } from 'ol/geom.js';
import { transformExtent } from 'ol/proj.js';
import type VectorSource from 'ol/source/Vector.js';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { download } from '../../shared/download.js';
import {
  boundStyle,
  createMap,
  geometryOf,
  marksOf,
  onlyThose,
  positionOf,
  project,
  unproject,
  useHomes,
  useOverlays,
} from '../map/index.js';
import type { Marks } from '../map/index.js';
import { placeAt, sayPosition } from '../places/index.js';
import { areaFeature, pinOf } from './journeyFeatures.js';
import { useAreas } from './journeys.api.js';
import { MapLegend } from './MapLegend.js';
import { MapTools } from './MapTools.js';
import type { Box, MapViewProps } from './mapViewProps.js';
import { pictureOf } from './picture.js';
import { RulerPanel } from './RulerPanel.js';
import { SpotCard } from './SpotCard.js';
import type { Spot } from './SpotCard.js';
import { usePen } from './usePen.js';
import { useRuler } from './useRuler.js';
import { useViewSteps } from './useViewSteps.js';

const NONE: ReadonlySet<string> = new Set();
const HERE = 'Where I am';

/** The county's own map with bounds and listings on it. Everything on it stands in a list beside it as well. */
export const MapView = memo(function MapView(props: MapViewProps) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(createMap);
  const latest = useRef(props);
  useEffect(() => void (latest.current = props));
  const { bounds, boundChosen, journeys, pen, penMode } = props;

  const [spot, setSpot] = useState<Spot | null>(null);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(NONE);
  const marks = useMemo(() => withoutStatuses(props.marks, hidden), [props.marks, hidden]);
  const ruler = useRuler(map, pen !== null);
  const { measuring } = ruler;
  const drawing = pen !== null || measuring;
  const busy = useRef(drawing);
  useEffect(() => void (busy.current = drawing), [drawing]);
  const back = useViewSteps(map);
  /** The bound that was chosen on the map itself, where it is in view. */
  const chosenHere = useRef<string | null>(null);

  useEffect(() => {
    const rested = (): void => {
      const extent = transformExtent(map.map.getView().calculateExtent(map.map.getSize()), 'EPSG:3857', 'EPSG:4326');
      latest.current.onView(extent as unknown as Box);
    };
    // a right click, or a long press of a finger
    const press = (event: MouseEvent): void => {
      event.preventDefault();
      if (busy.current) return;
      const at = unproject(map.map.getCoordinateFromPixel(map.map.getEventPixel(event)));
      setSpot({ place: { name: sayPosition(at), at }, area: null });
    };
    map.map.on('moveend', rested);
    const canvas = element.current;
    canvas?.addEventListener('contextmenu', press);
    return () => {
      map.map.un('moveend', rested);
      canvas?.removeEventListener('contextmenu', press);
    };
  }, [map]);

  const onElsewhere = (pixel: number[]): void => {
    const layerFilter = (layer: unknown): boolean => layer === map.bounds;
    const bound = map.map.forEachFeatureAtPixel(pixel, (feature) => feature, { layerFilter, hitTolerance: 5 });
    chosenHere.current = bound ? String(bound.getId()) : null;
    props.onChooseBound(chosenHere.current);
  };
  useHomes(map, element, { ...props, marks, isBusy: drawing, onElsewhere });

  // what is laid over the map
  const { shown } = useOverlays();
  useEffect(() => map.overlays.show(shown), [map, shown]);

  // bounds: rebuilt only when another hand than the map's own changed them
  useEffect(() => {
    const source = map.bounds.getSource() as VectorSource;
    const known = new Map(source.getFeatures().map((feature) => [String(feature.getId()), feature]));
    for (const bound of bounds) {
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
    map.bounds.setStyle((feature) => boundStyle(feature.get('mode') as 'in' | 'out', feature.getId() === boundChosen));
    map.chosen.clear();
    const taken = boundChosen === null ? null : source.getFeatureById(boundChosen);
    if (taken) map.chosen.push(taken);
  }, [map, bounds, boundChosen]);

  useEffect(() => {
    const extent = boundChosen
      ? (map.bounds.getSource() as VectorSource).getFeatureById(boundChosen)?.getGeometry()?.getExtent()
      : undefined;
    // what is chosen on the map is in view
    if (extent && chosenHere.current !== boundChosen)
      map.map.getView().fit(extent, { padding: [70, 70, 70, 70], maxZoom: 15, duration: 250 });
    chosenHere.current = null;
  }, [map, boundChosen]);

  // journeys: their places, and the ground within their minutes
  const areas = useAreas(journeys);
  useEffect(() => {
    map.areas.getSource()?.clear();
    map.areas.getSource()?.addFeatures(
      journeys.flatMap((journey) => {
        const area = areas.get(journey.id);
        return area ? [areaFeature(journey, area)] : [];
      }),
    );
    map.pins.getSource()?.clear();
    map.pins
      .getSource()
      ?.addFeatures([
        ...journeys.map(pinOf),
        ...(spot ? [new Feature({ geometry: new Point(project(spot.place.at)), name: spot.place.name })] : []),
        ...(spot?.area ? [new Feature({ geometry: geometryOf(spot.area.shape) })] : []),
      ]);
  }, [map, journeys, areas, spot]);

  // the one figure that all bounds leave
  useEffect(() => {
    map.figure.getSource()?.clear();
    const drawn = bounds.flatMap(({ id, mode, shape }): { mode: 'in' | 'out'; shape: DrawnShape }[] => {
      if (shape.type !== 'TravelTime') return [{ mode, shape }];
      const area = areas.get(id);
      return area ? [{ mode, shape: area }] : [];
    });
    const figure = figureOf(drawn);
    if (figure) map.figure.getSource()?.addFeature(new Feature(geometryOf(figure)));
  }, [map, bounds, areas]);

  usePen(map, pen, penMode, props.usualRadius, measuring, latest);

  const caption = props.caption;
  const { message } = App.useApp();
  const goTo = useCallback(
    (found: Spot): void => {
      setSpot(found);
      const view = map.map.getView();
      if (found.area)
        view.fit(geometryOf(found.area.shape).getExtent(), { padding: [60, 60, 60, 60], maxZoom: 15, duration: 300 });
      else {
        const zoom = Math.max(view.getZoom() ?? 0, 14.6);
        const [x = 0, y = 0] = project(found.place.at);
        // below the middle, where what is said of it does not cover it
        const [, height = 0] = map.map.getSize() ?? [];
        view.animate({ center: [x, y + 0.25 * height * view.getResolutionForZoom(zoom)], zoom, duration: 300 });
      }
    },
    [map],
  );
  const goHere = (): void => {
    if (!('geolocation' in navigator)) return void message.warning('This browser does not tell where it is.');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        const at = placeAt(`${coords.latitude}, ${coords.longitude}`)?.at ?? ([coords.longitude, coords.latitude] as const);
        const extent = transformExtent([-66.25, 40.42, -65.75, 40.78], 'EPSG:4326', 'EPSG:3857');
        const [x = 0, y = 0] = project(at);
        if (x < (extent[0] ?? 0) || y < (extent[1] ?? 0) || x > (extent[2] ?? 0) || y > (extent[3] ?? 0))
          return void message.info('You are outside of Ostrey County, where this map ends.');
        goTo({ place: { name: HERE, at }, area: null });
      },
      () => void message.warning('The browser did not tell where it is. Allow it to, or press and hold a point of the map.'),
      { timeout: 10_000 },
    );
  };
  const picture = (use: (file: Blob) => void): void =>
    void pictureOf(map.map, caption).then(use, () => void message.error('The picture could not be made.'));
  const [sheet, setSheet] = useState<string | null>(null);

  const statuses = useMemo(() => statusesOf(props.marks), [props.marks]);
  const toggleStatus = useCallback(
    (status: string): void =>
      setHidden((before) => {
        const after = new Set(before);
        if (!after.delete(status)) after.add(status);
        return after;
      }),
    [],
  );
  return (
    <div className="map">
      <div ref={element} className="map-canvas" role="application" tabIndex={0} aria-label={props.label} />
      {pen === null && (
        <MapTools
          onFound={goTo}
          onHere={goHere}
          onBack={back}
          measuring={measuring}
          onMeasure={ruler.onToggle}
          onPicture={() => picture((file) => download(file, 'map.png'))}
          onPrint={() => picture((file) => setSheet(URL.createObjectURL(file)))}
        />
      )}
      {measuring && <RulerPanel line={ruler.line} onWay={ruler.onWay} onAgain={ruler.onAgain} onClose={ruler.onToggle} />}
      {spot && !measuring && (
        <SpotCard
          spot={spot}
          home={homeNear(props.marks, spot.place.at)}
          actions={props.spotActions}
          onClose={() => setSpot(null)}
        />
      )}
      <MapLegend statuses={statuses} hidden={hidden} onToggle={toggleStatus} />
      {sheet && <PrintSheet url={sheet} onDone={() => setSheet(null)} />}
    </div>
  );
});

/** A picture that is printed by itself as soon as it is there. */
function PrintSheet({ url, onDone }: { readonly url: string; readonly onDone: () => void }) {
  useEffect(() => {
    window.addEventListener('afterprint', onDone);
    return () => window.removeEventListener('afterprint', onDone);
  }, [onDone]);
  return <img className="print-sheet" src={url} alt="The map" onLoad={() => window.print()} />;
}

/** The statuses that homes found have, in the order of the standard's. */
function statusesOf(marks: Marks | null): string[] {
  if (!marks) return [];
  const { statuses, status } = marks.answer;
  const there = new Set(status);
  return STATUSES.filter((each) => there.has(statuses.indexOf(each)));
}

function withoutStatuses(marks: Marks | null, hidden: ReadonlySet<string>): Marks | null {
  if (!marks || hidden.size === 0) return marks;
  const { keys, status, statuses } = marks.answer;
  return marksOf(
    onlyThose(marks.answer, new Set(keys.filter((_, place) => !hidden.has(statuses[status[place] as number] ?? '')))),
  );
}

/** Metres beyond which a home is not what is here. */
const NEAR_HOME = 400;

function homeNear(marks: Marks | null, at: LonLat): { readonly key: string; readonly metres: number } | null {
  if (!marks) return null;
  let best: { place: number; far: number } | null = null;
  for (let place = 0; place < marks.answer.keys.length; place++) {
    const [lon, lat] = positionOf(marks.answer, place);
    // longitudes are three quarters as long as latitudes here; the distance that is said is the geodesic one
    const far = Math.hypot((lon - at[0]) * 0.76, lat - at[1]);
    if (!best || far < best.far) best = { place, far };
  }
  if (!best) return null;
  const metres = distance(at, positionOf(marks.answer, best.place));
  const key = marks.answer.keys[best.place];
  return key !== undefined && metres <= NEAR_HOME ? { key, metres } : null;
}
