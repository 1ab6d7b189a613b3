import { readSearch } from '@perambula/core';
import type { FieldLine, Search, Travel } from '@perambula/core';
import { describe, expect, it, vi } from 'vitest';

vi.stubGlobal('window', { localStorage: { getItem: () => null, setItem: () => undefined, removeItem: () => undefined } });
const { arriving, reversed, saidMinutes, shownJourneys, withJourney, withJourneyTo, withPlace } =
  await import('./journey.rules.js');

const SQUARE = { name: 'Ferry Square', at: [-66, 40.6] as [number, number] };
const empty: Search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
const there: Travel = { to: SQUARE.at, arriveBy: '08:30', on: 'weekday', by: 'car' };

describe('a journey', () => {
  it('begins as a line that the reader takes: by car, there by half past eight', () => {
    const { search, line } = withJourneyTo(empty, SQUARE);
    expect(readSearch(search).lines).toEqual([line]);
    expect(line).toMatchObject({ ...there, name: 'Ferry Square', is: { atMost: 20 } });
  });

  it('goes home in the evening when it is turned round, and back again in the morning', () => {
    const home = reversed(there);
    expect(home).toEqual({ from: SQUARE.at, leaveAt: '17:15', on: 'weekday', by: 'car' });
    expect(reversed(home)).toEqual(there);
  });

  it('keeps its time of day when it is said by the other end, and its end when the place changes', () => {
    expect(arriving(there, false)).toEqual({ to: SQUARE.at, leaveAt: '08:30', on: 'weekday', by: 'car' });
    expect(arriving(arriving(there, false), true)).toEqual(there);
    expect(withPlace(reversed(there), [-65.9, 40.7])).toMatchObject({ from: [-65.9, 40.7] });
    expect(withPlace(there, [-65.9, 40.7])).toMatchObject({ to: [-65.9, 40.7] });
  });

  it('leaves nothing of the journey before', () => {
    const { line } = withJourneyTo(empty, SQUARE);
    const changed = withJourney(line, reversed(there), undefined);
    expect(changed).toEqual({ id: line.id, field: 'Minutes', is: { atMost: 20 }, ...reversed(there) });
  });
});

describe('what the map shows of journeys', () => {
  const line = (id: string, is: FieldLine['is']): FieldLine => ({ id, field: 'Minutes', ...there, name: 'Work', is });

  it('is the ground within their minutes, or beyond', () => {
    const search = { ...empty, lines: [line('a', { atMost: 15 }), line('b', { between: [5, 25] }), line('c', { atLeast: 40 })] };
    expect(shownJourneys(search).map(({ id, minutes, mode }) => [id, minutes, mode])).toEqual([
      ['a', 15, 'in'],
      ['b', 25, 'in'],
      ['c', 40, 'out'],
    ]);
  });

  it('has bounds by travel time among it, and not what is no ground: no minute, or over three hours', () => {
    const search: Search = {
      ...empty,
      lines: [line('a', { atMost: 0 }), line('b', { atMost: 181 })],
      bounds: [{ id: 'k', mode: 'out', shape: { type: 'TravelTime', ...there, minutes: 10 } }],
    };
    expect(shownJourneys(search)).toMatchObject([{ id: 'k', name: 'a point', minutes: 10, mode: 'out' }]);
  });

  it('is said of a home in whole minutes, those that are not known left out', () => {
    const search = {
      ...empty,
      lines: [line('a', { atMost: 15 }), { ...line('b', { atMost: 15 }), ...reversed(there), by: 'foot' as const }],
    };
    expect(saidMinutes(search, [14.6, null])).toEqual(['15 min to Work']);
    expect(saidMinutes(search, [14.4, 9.2])).toEqual(['14 min to Work', expect.stringMatching(/^9 min on foot/)]);
    expect(saidMinutes(search, undefined)).toEqual([]);
  });
});
