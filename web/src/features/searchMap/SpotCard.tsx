import type { LonLat } from '@perambula/core';
import { containsDrawn, distance, sayDistance } from '@perambula/core';
import { X } from 'lucide-react';
import { Link } from 'react-router';
import { useMapAreas, useMapPlaces } from '../namedPlaces/index.js';
import type { NamedArea, NamedPlace } from '../namedPlaces/index.js';
import { sayPosition } from '../places/index.js';
import { classesOf } from '../../shared/classes.js';
import searchMapCss from './searchMap.module.css';
import ownCss from './SpotCard.module.css';

const cx = classesOf(searchMapCss, ownCss);

/** A point of the map that was found, pressed, or stood on; or an area that was found. */
export interface Spot {
  readonly place: NamedPlace;
  readonly area: NamedArea | null;
}

/** What can be made of it in a search. */
export interface SpotActions {
  readonly onAround: (place: NamedPlace) => void;
  readonly onMinutes: (place: NamedPlace) => void;
  readonly onArea: (area: NamedArea, mode: 'in' | 'out') => void;
}

interface Props {
  readonly spot: Spot;
  /** The home nearest to it, where one is on the map. */
  readonly home: { readonly key: string; readonly metres: number } | null;
  readonly actions: SpotActions;
  readonly onClose: () => void;
}

/** What is here: the areas that it lies in, what is near, and bounds to be made of them. */
export function SpotCard({ spot: { place, area }, home, actions, onClose }: Props) {
  const all = useMapAreas();
  const stations = useMapPlaces().filter(({ name }) => name.endsWith(' station'));
  const areas = area ? [area] : all.filter(({ shape }) => containsDrawn(shape, place.at[0], place.at[1]));
  const station = nearest(stations, place.at);
  const said = sayPosition(place.at);
  const leave =
    (act: () => void): (() => void) =>
    () => {
      act();
      onClose();
    };
  return (
    <section className={cx('map-card spot')} aria-label="What is here">
      <header>
        <b>{place.name}</b>
        <button type="button" className="small-button" aria-label="Close what is here" onClick={onClose}>
          <X size={15} aria-hidden="true" />
        </button>
      </header>
      {!area && (
        <p className="soft">
          {place.name !== said && `${said} · `}
          {station && `${sayDistance(station.metres)} to ${station.name}`}
        </p>
      )}
      {home && !area && (
        <p>
          <Link to={`/listings/${home.key}`}>The home nearest to it</Link>{' '}
          <span className="soft">{sayDistance(home.metres)} away</span>
        </p>
      )}
      {!area && (
        <p className={cx('spot-actions')}>
          <button type="button" className="link" onClick={leave(() => actions.onAround(place))}>
            Homes around here
          </button>
          <button type="button" className="link" onClick={leave(() => actions.onMinutes(place))}>
            Within minutes of here
          </button>
        </p>
      )}
      {areas.length > 0 && <SpotAreas areas={areas} onArea={(each, mode) => leave(() => actions.onArea(each, mode))()} />}
    </section>
  );
}

/** Areas, each to be kept in or out. */
function SpotAreas({ areas, onArea }: { readonly areas: readonly NamedArea[]; readonly onArea: SpotActions['onArea'] }) {
  return (
    <ul className={cx('spot-areas')}>
      {areas.map((each) => (
        <li key={each.name}>
          <span>
            {each.layer === 'district' && <span className="soft">District </span>}
            {each.name}
          </span>
          <span className={cx('spot-actions')}>
            <button type="button" className="link" aria-label={`Keep in ${each.name}`} onClick={() => onArea(each, 'in')}>
              keep in
            </button>
            <button type="button" className="link" aria-label={`Keep out ${each.name}`} onClick={() => onArea(each, 'out')}>
              keep out
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}

function nearest(places: readonly NamedPlace[], at: LonLat): { readonly name: string; readonly metres: number } | null {
  return places
    .map(({ name, at: there }) => ({ name, metres: distance(at, there) }))
    .reduce<{ name: string; metres: number } | null>((best, each) => (best && best.metres <= each.metres ? best : each), null);
}
