import type { FieldLine, LonLat, Search, Travel } from '@perambula/core';
import { travelOf, travelsOf } from '@perambula/core';
import type { ShownJourney } from '../../searchMap/index.js';
import { freshId } from '../draft/draft.js';
import { withLine } from './lineEditing.rules.js';
import type { NamedPlace } from '../../namedPlaces/index.js';

/** Minutes that a new journey may take, until others are typed. */
const USUAL_MINUTES = 20;

/** A search with a line more: within some minutes of a place by car, there by half past eight. */
export function withJourneyTo(search: Search, { name, at }: NamedPlace): { readonly search: Search; readonly line: FieldLine } {
  const line: FieldLine = {
    id: freshId(search),
    field: 'Minutes',
    to: at,
    arriveBy: '08:30',
    on: 'weekday',
    by: 'car',
    name,
    is: { atMost: USUAL_MINUTES },
  };
  return { search: withLine(search, line), line };
}

/** A line with another journey; of the one before nothing is left. */
export function withJourney(line: FieldLine, travel: Travel, name: string | undefined): FieldLine {
  const { to: _to, from: _from, arriveBy: _arriveBy, leaveAt: _leaveAt, name: _name, ...rest } = line;
  return { ...rest, ...travel, ...(name === undefined ? {} : { name }) };
}

/** The same journey to or from another place. */
export function withPlace(travel: Travel, at: LonLat): Travel {
  return travel.to ? { ...travel, to: at } : { ...travel, from: at };
}

/** The way home instead of the way there, and the other way round; people leave work in the evening. */
export function reversed({ to, from, on, by }: Travel): Travel {
  return to ? { from: to, leaveAt: '17:15', on, by } : { to: from, arriveBy: '08:30', on, by };
}

/** At the same time of day, as a time to arrive by or to leave at. */
export function arriving({ arriveBy, leaveAt, ...rest }: Travel, arrives: boolean): Travel {
  const time = arriveBy ?? leaveAt ?? '08:30';
  return arrives ? { ...rest, arriveBy: time } : { ...rest, leaveAt: time };
}

/** The journeys of a search to be shown on its map. */
export function shownJourneys(search: Search): ShownJourney[] {
  const lines = search.lines.flatMap((line): ShownJourney[] => {
    const travel = 'field' in line ? travelOf(line) : null;
    if (!travel || !('field' in line)) return [];
    const { is } = line;
    const minutes =
      'atMost' in is ? Number(is.atMost) : 'between' in is ? Number(is.between[1]) : 'atLeast' in is ? Number(is.atLeast) : null;
    return [{ id: line.id, name: line.name ?? 'a point', travel, minutes, mode: 'atLeast' in is ? 'out' : 'in' }];
  });
  const bounds = search.bounds.flatMap(({ id, name, shape, mode }): ShownJourney[] => {
    const travel = shape.type === 'TravelTime' ? travelOf(shape) : null;
    return travel && shape.type === 'TravelTime' ? [{ id, name: name ?? 'a point', travel, minutes: shape.minutes, mode }] : [];
  });
  return [...lines, ...bounds].filter(({ minutes }) => minutes === null || (minutes > 0 && minutes <= 180));
}

/** The minutes of each journey of a search, as a result shows them: "18 min to Ferry Square". */
export function saidMinutes(search: Search, minutes: readonly (number | null)[] | undefined): string[] {
  return travelsOf(search).flatMap(({ name, travel }, i) => {
    const taken = minutes?.[i];
    if (taken === null || taken === undefined) return [];
    return [
      `${Math.round(taken)} min ${travel.by === 'foot' ? 'on foot ' : ''}${travel.to ? 'to' : 'from'} ${name ?? 'the point'}`,
    ];
  });
}
