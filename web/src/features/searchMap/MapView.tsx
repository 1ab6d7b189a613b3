import './searchMap.css';
import { distance, STATUSES } from '@perambula/core';
import type { LonLat } from '@perambula/core';
import { App, Checkbox } from 'antd';
import Feature from 'ol/Feature.js';
import { Point } from 'ol/geom.js';
import { transformExtent } from 'ol/proj.js';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { download } from '../../shared/download.js';
import {
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
import { sayPosition } from '../places/index.js';
import { areaFeature, pinOf } from './journeyFeatures.js';
import { useAreas } from './journeys.api.js';
import { MapLegend } from './MapLegend.js';
import { MapTools } from './MapTools.js';
import type { Box, MapViewProps } from './mapViewProps.js';
import { pictureOf } from './picture.js';
import { RulerPanel } from './RulerPanel.js';
import { SpotCard } from './SpotCard.js';
import { useBoundsOnMap } from './useBoundsOnMap.js';
import { usePen } from './usePen.js';
import { useRuler } from './useRuler.js';
import { useSpot } from './useSpot.js';
import { useViewSteps } from './useViewSteps.js';

const NONE: ReadonlySet<string> = new Set();

/** The county's own map with bounds and listings on it. Everything on it stands in a list beside it as well. */
export const MapView = memo(function MapView(props: MapViewProps) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(() => createMap({ inPage: false }));
  const latest = useRef(props);
  useEffect(() => void (latest.current = props));
  const { journeys, pen, penMode, caption } = props;

  const { spot, setSpot, goTo, goHere } = useSpot(map);
  const [hidden, setHidden] = useState<ReadonlySet<string>>(NONE);
  const marks = useMemo(() => withoutStatuses(props.marks, hidden), [props.marks, hidden]);
  const ruler = useRuler(map, pen !== null);
  const { measuring } = ruler;
  const drawing = pen !== null || measuring;
  const busy = useRef(drawing);
  useEffect(() => void (busy.current = drawing), [drawing]);
  const back = useViewSteps(map);
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
  }, [map, setSpot]);

  const areas = useAreas(journeys);
  const { chooseAt } = useBoundsOnMap(map, props, areas);
  useHomes(map, element, { ...props, marks, isBusy: drawing, onElsewhere: chooseAt });

  // what is laid over the map
  const { shown } = useOverlays();
  useEffect(() => map.overlays.show(shown), [map, shown]);

  // journeys: their places, and the ground within their minutes
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
        ...(spot?.area ? [new Feature(geometryOf(spot.area.shape))] : []),
      ]);
  }, [map, journeys, areas, spot]);

  usePen(map, pen, penMode, props.usualRadius, measuring, latest);

  const { message } = App.useApp();
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
      <div className="map-foot">
        {pen === null && (
          <Checkbox className="map-follow" checked={props.following} onChange={({ target }) => props.onFollow(target.checked)}>
            List only what the map shows
          </Checkbox>
        )}
        <MapLegend statuses={statuses} hidden={hidden} onToggle={toggleStatus} />
      </div>
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
