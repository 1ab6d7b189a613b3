import type { LonLat } from '@perambula/core';
import { App, Checkbox } from 'antd';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { download } from '../../shared/download.js';
import { createMap, useHomes, useOverlays } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import { sayPosition } from '../places/index.js';
import { homeNear } from './homeNear.js';
import { useAreas } from './journeys.api.js';
import { MapLegend } from './MapLegend.js';
import { MapTools } from './MapTools.js';
import type { Box, MapViewProps } from './mapViewProps.js';
import { pictureOf } from './picture.js';
import { RulerPanel } from './RulerPanel.js';
import { SpotCard } from './SpotCard.js';
import { useBoundsOnMap } from './useBoundsOnMap.js';
import { useJourneysOnMap } from './useJourneysOnMap.js';
import { usePen } from './usePen.js';
import { useRuler } from './useRuler.js';
import { useSpot } from './useSpot.js';
import { useStatuses } from './useStatuses.js';
import { useTouched } from './useTouched.js';
import { useViewSteps } from './useViewSteps.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './MapView.module.css';

const cx = classesOf(ownCss);

/** The county's own map with bounds and listings on it. Everything on it stands in a list beside it as well. */
export const MapView = memo(function MapView(props: MapViewProps) {
  const element = useRef<HTMLDivElement>(null);
  const [map] = useState(() => createMap({ inPage: false }));
  const latest = useRef(props);
  useEffect(() => void (latest.current = props));
  const { journeys, pen, penMode, caption } = props;

  const { spot, setSpot, goTo, goHere } = useSpot(map);
  const { marks, statuses, hidden, toggleStatus } = useStatuses(props.marks);
  const ruler = useRuler(map, pen !== null);
  const { measuring } = ruler;
  const drawing = pen !== null || measuring;
  const busy = useRef(drawing);
  useEffect(() => void (busy.current = drawing), [drawing]);
  const back = useViewSteps(map);
  const onRested = useCallback((box: Box): void => latest.current.onView(box), []);
  const onPressed = useCallback(
    (at: LonLat): void => {
      if (!busy.current) setSpot({ place: { name: sayPosition(at), at }, area: null });
    },
    [setSpot],
  );
  useTouched(map, element, onRested, onPressed);

  const areas = useAreas(journeys);
  const { chooseAt } = useBoundsOnMap(map, props, areas);
  useHomes(map, element, { ...props, marks, isBusy: drawing, onElsewhere: chooseAt });

  // what is laid over the map
  const { shown } = useOverlays();
  useEffect(() => map.overlays.show(shown), [map, shown]);

  useJourneysOnMap(map, journeys, areas, spot);
  usePen(map, pen, penMode, props.usualRadius, measuring, latest);

  const { sheet, setSheet, save, print } = usePictures(map, caption);

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
          onPicture={save}
          onPrint={print}
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
      <MapFoot {...props} {...{ statuses, hidden }} onToggle={toggleStatus} />
      {sheet && <PrintSheet url={sheet} onDone={() => setSheet(null)} />}
    </div>
  );
});

type FootProps = Pick<MapViewProps, 'pen' | 'following' | 'onFollow'> & React.ComponentProps<typeof MapLegend>;

/** What the map's marks mean, and whether the list follows the map. */
function MapFoot({ pen, following, onFollow, statuses, hidden, onToggle }: FootProps) {
  return (
    <div className={cx('map-foot')}>
      {pen === null && (
        <Checkbox className={cx('map-follow')} checked={following} onChange={({ target }) => onFollow(target.checked)}>
          List only what the map shows
        </Checkbox>
      )}
      <MapLegend statuses={statuses} hidden={hidden} onToggle={onToggle} />
    </div>
  );
}

/** The map as a picture: to a file, or to paper. */
function usePictures({ map }: CountyMap, caption: string) {
  const { message } = App.useApp();
  const [sheet, setSheet] = useState<string | null>(null);
  const picture = (use: (file: Blob) => void): void =>
    void pictureOf(map, caption).then(use, () => void message.error('The picture could not be made.'));
  return {
    sheet,
    setSheet,
    save: () => picture((file) => download(file, 'map.png')),
    print: () => picture((file) => setSheet(URL.createObjectURL(file))),
  };
}

/** A picture that is printed by itself as soon as it is there. */
function PrintSheet({ url, onDone }: { readonly url: string; readonly onDone: () => void }) {
  useEffect(() => {
    window.addEventListener('afterprint', onDone);
    return () => window.removeEventListener('afterprint', onDone);
  }, [onDone]);
  return <img className={cx('print-sheet')} src={url} alt="The map" onLoad={() => window.print()} />;
}
