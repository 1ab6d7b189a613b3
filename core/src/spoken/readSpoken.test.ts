import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METRES_PER_MILE } from '../geo/distance.js';
import { EMPTY_SEARCH, isEither } from '../search/document.js';
import type { FieldLine, Is, Line, Search } from '../search/document.js';
import { readSearch } from '../search/read.js';
import { TIME } from '../testing/randomListings.js';
import type { Gazetteer } from './matcher.js';
import { readSpoken } from './readSpoken.js';
import type { Spoken } from './readSpoken.js';

const GAZETTEER: Gazetteer = {
  choices: {
    City: [
      'Port Ostrey',
      'Sedge Ferry',
      'Tansy Hill',
      'Wrenfield',
      'Mallow Green',
      'Quillon Beach',
      'Lantern Point',
      'Upper Dunnock',
    ],
    SubdivisionName: ['Old Quay', 'Ropewalk', 'The Green', 'Ferry Landing'],
    PostalCode: ['00071', '00072', '00073'],
    ElementarySchool: ['Marshside Elementary', 'Ropewalk Elementary'],
    HighSchool: ['Upland High'],
    ListOfficeName: ['Tern Street Brokers', 'Marl & Mason'],
  },
  places: [
    { name: 'Ferry Square', at: [-66, 40.6] },
    { name: 'Old Quay station', at: [-66.01, 40.6] },
    { name: 'Mill yard', at: [-65.98, 40.59] },
  ],
};

const read = (typed: string, from: Search = EMPTY_SEARCH): Spoken => readSpoken(typed, from, GAZETTEER, TIME);

/** A search in short, as the sentences' file writes it. */
function short({ search, unread }: Spoken): string {
  const { kinds, lines, bounds, order } = search;
  return [
    ...(kinds.join() === 'Residential' ? [] : [`kind ${kinds.join('/')}`]),
    ...lines.map(shortLine),
    ...bounds.map(({ mode, name, shape }) =>
      shape.type === 'Circle' ? `${mode} ${Math.round((100 * shape.radiusMeters) / METRES_PER_MILE) / 100}mi ${name}` : '',
    ),
    ...order.map(({ field, direction }) => `order ${field} ${direction}`),
    ...unread.map((words) => `?${words}`),
  ].join('; ');
}

function shortLine(line: Line): string {
  if (isEither(line)) return 'either';
  return `${line.weight === 'nice' ? '~' : ''}${shortTest(line.field, line.is)}${shortMove(line)}${shortJourney(line)}`;
}

function shortMove({ moved }: FieldLine): string {
  if (!moved) return '';
  const { way, percent, dollars } = moved;
  return ` ${way}${percent === undefined ? '' : ` ${percent}%`}${dollars === undefined ? '' : ` $${dollars}`}`;
}

function shortJourney({ to, arriveBy, leaveAt, on, by, name }: FieldLine): string {
  if (by === undefined) return '';
  const when = leaveAt ? `leave ${leaveAt}` : `${to ? 'there' : 'home'} ${arriveBy}`;
  return ` ${to ? 'to' : 'from'} ${name} ${by}${by === 'foot' ? '' : ` ${when}`}${on === 'weekday' ? '' : ` ${on}`}`;
}

function shortTest(field: string, is: Is): string {
  if ('atLeast' in is) return `${field}>=${is.atLeast}`;
  if ('atMost' in is) return `${field}<=${is.atMost}`;
  if ('between' in is) return `${field}=${is.between.join('..')}`;
  if ('equals' in is) return `${field}==${is.equals}`;
  if ('not' in is) return `${field}!=${is.not}`;
  if ('anyOf' in is) return `${field}:${is.anyOf.join('/')}`;
  if ('noneOf' in is) return `${field}!${is.noneOf.join('/')}`;
  if ('yes' in is) return `${field}${is.yes ? '+' : '-'}`;
  if ('last' in is) return `${field}~${is.last}`;
  if ('next' in is) return `${field}+${is.next}`;
  if ('blank' in is) return `${field} ${is.blank ? 'blank' : 'filled'}`;
  if ('oneOf' in is)
    return `${field}:${is.oneOf.map(({ status, last, since }) => status + (last ? `~${last}` : since ? `>=${since}` : '')).join()}`;
  if ('sameStreet' in is) return `street(${is.sameStreet})`;
  if (!('words' in is)) return JSON.stringify(is);
  const { anyOf, allOf, noneOf } = is.words;
  if (allOf) return `saysAll(${allOf.join('/')})`;
  return noneOf ? `saysNone(${noneOf.join('/')})` : `says(${(anyOf ?? []).join('/')})`;
}

const SENTENCES = readFileSync(new URL('fixtures/sentences.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'))
  .map((line) => line.split('|').map((part) => part.trim()) as [string, string]);

describe('readSpoken', () => {
  it('is tried on two hundred sentences at least', () => expect(SENTENCES.length).toBeGreaterThanOrEqual(200));

  it.each(SENTENCES)('%s', (typed, meaning) => {
    const spoken = read(typed);
    expect(short(spoken)).toBe(meaning);
    expect(readSearch(JSON.parse(JSON.stringify(spoken.search)))).toEqual(spoken.search);
  });

  it('takes capitals and stray spaces as they come', () => {
    for (const [typed, meaning] of SENTENCES.filter(([, each]) => !each.includes('?') && !each.includes('(')))
      expect(short(read(`  ${typed.toUpperCase().replaceAll(' ', '  ')} `))).toBe(meaning);
  });

  it('puts what is said of a field in the place of what the search began with, and leaves the rest', () => {
    const from: Search = {
      ...EMPTY_SEARCH,
      lines: [
        { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
        { id: 'beds', field: 'BedroomsTotal', is: { atLeast: 2 } },
      ],
    };
    expect(short(read('pending, 2 baths', from))).toBe('BedroomsTotal>=2; Status:Pending; Baths>=2');
    expect(short(read('sold in the last month or pending', from))).toBe('BedroomsTotal>=2; Status:Closed~P1M,Pending');
  });

  const pieces = fc.constantFrom(
    ...SENTENCES.map(([typed]) => typed),
    'not', 'no', 'or', ',', ';', '.', '450', '1/2', '½', 'k', '$', 'zzz', '“', '"', 'since', 'last', '🏠', 'İstanbul', '\u0000', '(', '[', '\\',
  ); // prettier-ignore

  it('never fails, gives a search that can be read, and drops no word that it does not know', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(pieces, fc.string({ unit: 'grapheme' })), { maxLength: 8 }), (parts) => {
        const typed = parts.join(' ');
        const { search, unread } = read(typed);
        expect(() => readSearch(JSON.parse(JSON.stringify(search)))).not.toThrow();
        for (const word of unread) expect(typed.replace(/\s+/g, ' ')).toContain(word);
        const unknown = read(`${typed} , qqqx`).unread;
        expect(unknown[unknown.length - 1]).toContain('qqqx');
      }),
      { numRuns: 1500 },
    );
  });
});
