import { describe, expect, it } from 'vitest';
import { EMPTY_SEARCH } from '../search/document.js';
import type { Line, Search } from '../search/document.js';
import { labelOf, phraseOf } from '../search/phrase.js';
import { isEither } from '../search/document.js';
import { readSearch } from '../search/read.js';
import { TIME } from '../testing/randomListings.js';
import { needsBehind, readNeed, searchOfNeeds } from './searchOfNeeds.js';
import type { Need, Question } from './searchOfNeeds.js';

const GAZETTEER = {
  choices: { City: ['Sedge Ferry', 'Tansy Hill', 'Wrenfield'] },
  places: [{ name: 'Ferry Square', at: [-66, 40.6] as const }],
};
const START: Search = {
  ...EMPTY_SEARCH,
  lines: [{ id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } }],
};

let made = 0;
const need = (question: Question, words: string, line: Line | null = null): Need => ({
  id: `n${++made}`,
  question,
  words,
  line,
});
const said = (line: Line): string =>
  `${line.weight === 'nice' ? 'nice: ' : ''}${isEither(line) ? 'either' : labelOf(line)}: ${phraseOf(line)}`;
const of = (...needs: Need[]) => searchOfNeeds(needs, START, GAZETTEER, TIME);
const linesOf = (...needs: Need[]): string[] => of(...needs).search.lines.map(said);

describe('the search that needs make', () => {
  it('asks what must be and what would be nice, each answer on lines of its own, and keeps what the search begins with', () => {
    expect(linesOf(need('must', '3 beds, under 450k'), need('nice', 'a garage'), need('must', 'not bank-owned'))).toEqual([
      'Status: Active, Coming Soon',
      'Beds: 3 or more',
      'List price: up to $450,000',
      'nice: Garage: 1 space or more',
      'Special listing conditions: not Real Estate Owned',
    ]);
  });

  it('takes the stricter where two ask the same', () => {
    expect(linesOf(need('must', '3 beds'), need('must', '4 beds'))[1]).toBe('Beds: 4 or more');
    expect(linesOf(need('must', 'under 450k'), need('must', 'at most 420k'), need('must', 'over 300k'))[1]).toBe(
      'List price: $300,000 to $420,000',
    );
    expect(linesOf(need('must', 'in Wrenfield or Tansy Hill'), need('must', 'in Tansy Hill'))[1]).toBe('City: Tansy Hill');
    expect(linesOf(need('must', 'no condos'), need('must', 'no townhouses'))[1]).toMatch(/not Condominium, Townhouse/);
  });

  it('names the answers that no home can meet together, and lets both stand', () => {
    const [amara, teo] = [need('must', 'in Wrenfield'), need('must', 'in Sedge Ferry')];
    const { search, clashes } = of(amara, teo);
    expect(clashes).toEqual([{ field: 'City', between: [amara, teo] }]);
    expect(search.lines.filter((line) => !isEither(line) && line.field === 'City')).toHaveLength(2);
    expect(of(need('must', 'under 300k'), need('must', 'over 400k')).clashes).toHaveLength(1);
    // what is only wished for shuts nothing out
    expect(of(need('nice', 'in Wrenfield'), need('nice', 'in Sedge Ferry')).clashes).toEqual([]);
  });

  it('asks both of a home that may have several', () => {
    const { search, clashes } = of(need('must', 'a barn'), need('must', 'a workshop'));
    expect(clashes).toEqual([]);
    expect(search.lines.map(said).slice(1)).toEqual([expect.stringContaining('Barn'), expect.stringContaining('Workshop')]);
  });

  it('keeps as notes what no listing tells, and every word on when and how', () => {
    expect(readNeed(need('must', '3 beds, a good feeling'), GAZETTEER, TIME).noted).toEqual(['good feeling']);
    expect(readNeed(need('by', 'The lease ends on June 30'), GAZETTEER, TIME)).toMatchObject({
      lines: [],
      noted: ['The lease ends on June 30'],
    });
    // "3 beds" said under how it is paid asks nothing of a home
    expect(linesOf(need('paid', '3 beds'))).toEqual(['Status: Active, Coming Soon']);
  });

  it('takes a place with its minutes, a cost a month and terms as the lines they are', () => {
    const work: Line = {
      id: 'work',
      field: 'Minutes',
      name: 'Ferry Square',
      to: [-66, 40.6],
      arriveBy: '08:30',
      on: 'weekday',
      by: 'car',
      is: { atMost: 25 },
    };
    const home: Line = { ...work, id: 'work', arriveBy: '07:00' };
    const { search, read } = of(need('place', 'Teo, each day', work), need('place', '', home));
    // journeys at two hours are two lines, each with an id of its own
    expect(search.lines).toHaveLength(3);
    expect(() => readSearch(JSON.parse(JSON.stringify(search)))).not.toThrow();
    expect(needsBehind(work, read).map(({ need: { words } }) => words)).toEqual(['Teo, each day']);
  });

  it('gives way to an answer on a field that the search began with, and knows who is behind a line', () => {
    const pending = need('must', 'pending');
    const { search, read } = of(pending, need('must', '2 baths'));
    expect(search.lines.map(said)).toEqual(['Status: Pending', 'Baths: 2 or more']);
    const beds: Line = { id: 'x', field: 'Baths', is: { atLeast: 1 } };
    expect(needsBehind(beds, read).map(({ line }) => phraseOf(line))).toEqual(['2 or more']);
    expect(needsBehind({ id: 'y', field: 'BedroomsTotal', is: { atLeast: 1 } }, read)).toEqual([]);
  });

  it('leaves a line that asks the same as it is, so that it counts as no change', () => {
    const from: Search = {
      ...START,
      lines: [{ id: 'beds', field: 'BedroomsTotal', is: { atLeast: 3 }, blanks: 'pass' }, ...START.lines],
    };
    expect(searchOfNeeds([need('must', '3 beds')], from, GAZETTEER, TIME).search).toEqual(from);
    const { search } = searchOfNeeds([need('must', '4 beds, 2 baths')], from, GAZETTEER, TIME);
    expect(search.lines.map(({ id }) => id).slice(0, 2)).toEqual(['beds', 'status']);
  });

  it('is a search that can be read, whatever is said', () => {
    const words = [
      'houses or land',
      'within half a mile of Ferry Square',
      'near Ferry Square',
      'not in Wrenfield',
      'garage, pool',
      '🏠',
    ];
    for (const a of words)
      for (const b of words) {
        const { search } = of(need('must', a), need('nice', b), need('must', b));
        expect(() => readSearch(JSON.parse(JSON.stringify(search)))).not.toThrow();
      }
  });
});
