import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Field } from '../listing/field.js';
import { FIELDS, fieldOf } from '../listing/fields.js';
import { STATUSES } from '../listing/status.js';
import { USUAL_COST } from '../listing/monthlyCost.js';
import { DAYS, WAYS } from '../roads/travel.js';
import type { FieldLine, Is, StatusTime } from './document.js';
import type { Parsed, ParsedValue } from './parsed.js';
import { parseValue } from './parseValue.js';
import { phraseOf, phraseOfIs } from './phrase.js';
import { readSearch } from './read.js';
import { withParsedValue } from './withParsedValue.js';

const TODAY = '2026-04-14';
const field = (name: string): Field => fieldOf(name) as Field;
const read = (typed: string, name: string, values?: readonly string[]): Parsed =>
  parseValue(typed, field(name), ['Residential'], { today: TODAY, ...(values ? { values } : {}) });

const days = fc
  .integer({ min: 0, max: 9000 })
  .map((back) => new Date(Date.UTC(2026, 3, 14) - back * 86_400_000).toISOString().slice(0, 10));
const periods = fc.tuple(fc.integer({ min: 1, max: 90 }), fc.constantFrom('D', 'W', 'M', 'Y')).map(([n, unit]) => `P${n}${unit}`);
const spans = fc.tuple(days, days).map(([a, b]) => (a < b ? ([a, b] as const) : ([b, a] as const)));
const blanks = fc.boolean().map((blank): Is => ({ blank }));

/** Tests of every sort that a field takes; numbers have their own in words.test.ts. */
function testsOf({ name, type, group, choices = [] }: Field): fc.Arbitrary<Is> | null {
  const words = fc.subarray(['workshop', 'water view', 'deck', 'studio'], { minLength: 1 });
  const text = fc.constantFrom('Lantern', 'Marl & Mason', '12th St', 'O’Hara');
  if (name === 'Status') {
    const timed = fc.constantFrom(...STATUSES).chain((status) =>
      fc.oneof(
        periods.map((last): StatusTime => ({ status, last })),
        days.map((since): StatusTime => ({ status, since })),
        days.map((until): StatusTime => ({ status, until })),
        spans.map(([since, until]): StatusTime => ({ status, since, until })),
      ),
    );
    const statuses = fc.subarray([...STATUSES], { minLength: 1 });
    return fc.oneof(
      statuses.map((anyOf): Is => ({ anyOf })),
      statuses.map((noneOf): Is => ({ noneOf })),
      fc.tuple(statuses, timed).map(([others, last]): Is => ({ oneOf: [...others.map((status) => ({ status })), last] })),
      blanks,
    );
  }
  switch (type) {
    case 'number':
    case 'money':
      return null;
    case 'date':
    case 'timestamp':
      return fc.oneof(
        periods.map((last): Is => ({ last })),
        periods.map((next): Is => ({ next })),
        days.map((atLeast): Is => ({ atLeast })),
        days.map((atMost): Is => ({ atMost })),
        days.map((equals): Is => ({ equals })),
        spans.filter(([a, b]) => a !== b).map((between): Is => ({ between })),
        blanks,
      );
    case 'choice':
    case 'choices': {
      if (choices.length === 0) return null;
      const some = fc.subarray([...choices], { minLength: 1 });
      return fc.oneof(
        some.map((anyOf): Is => ({ anyOf })),
        some.map((noneOf): Is => ({ noneOf })),
        ...(type === 'choices' ? [some.map((allOf): Is => ({ allOf }))] : []),
        blanks,
      );
    }
    case 'yesNo':
      return fc.oneof(
        fc.boolean().map((yes): Is => ({ yes })),
        blanks,
      );
    case 'text':
      if (group === 'Remarks') {
        const stem = fc.constantFrom<object>({}, { stem: true });
        return fc.oneof(
          fc
            .tuple(fc.constantFrom('anyOf', 'allOf', 'noneOf'), words, stem)
            .map(([key, all, forms]): Is => ({ words: { [key]: all, ...forms } })),
          fc
            .tuple(fc.constantFrom('water view', 'no stairs'), stem)
            .map(([phrase, forms]): Is => ({ words: { phrase, ...forms } })),
          blanks,
        );
      }
      return fc.oneof(
        text.map((starts): Is => ({ starts })),
        text.map((contains): Is => ({ contains })),
        text.map((equals): Is => ({ equals })),
        text.map((not): Is => ({ not })),
        ...(name === 'StreetName' ? [text.map((sameStreet): Is => ({ sameStreet }))] : []),
        blanks,
      );
  }
}

describe('a phrase', () => {
  const tested = FIELDS.flatMap((each) => {
    const tests = each.name === 'PriceChangeTimestamp' ? null : testsOf(each);
    return tests ? [{ each, tests }] : [];
  });
  it('is known for most fields', () => expect(tested.length).toBeGreaterThan(80));
  it.each(tested.map(({ each, tests }) => [each.name, each, tests] as const))(
    'of %s reads back to what it was printed from',
    (name, each, tests) => {
      fc.assert(
        fc.property(tests, (is) => {
          const phrase = phraseOfIs(is, each);
          expect(read(phrase, name), phrase).toEqual({ is });
          // and what was read is a line that a search can hold
          expect(
            readSearch({ version: 1, kinds: ['Residential'], bounds: [], order: [], lines: [{ id: 'a', field: name, is }] })
              .lines,
          ).toHaveLength(1);
        }),
        { numRuns: 60 },
      );
    },
  );
});

describe('a line that says more than its test', () => {
  const minutes = fc.integer({ min: 1, max: 90 }).map((n): Is => ({ atMost: n }));
  const times = fc
    .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
    .map((parts) => parts.map((n) => String(n).padStart(2, '0')).join(':'));
  const place = [-66, 40.6] as const;
  const journeys = fc
    .record({
      is: minutes,
      on: fc.constantFrom(...DAYS),
      to: fc.boolean(),
      arrives: fc.boolean(),
      time: times,
      by: fc.constantFrom(...WAYS),
    })
    .map(({ is, on, to, arrives, time, by }): FieldLine => ({
      id: 'a',
      field: 'Minutes',
      is,
      on,
      by,
      ...(to ? { to: place } : { from: place }),
      ...(arrives ? { arriveBy: time } : { leaveAt: time }),
    }));
  const costs = fc
    .record({
      downPercent: fc.integer({ min: 0, max: 100 }),
      ratePercent: fc.integer({ min: 0, max: 300 }).map((n) => n / 10),
      years: fc.integer({ min: 1, max: 50 }),
    })
    .map((assuming): FieldLine => ({
      id: 'a',
      field: 'MonthlyCost',
      is: { atMost: 3000 },
      assuming: { ...USUAL_COST, ...assuming },
    }));
  const moves = fc
    .tuple(
      periods,
      fc.constantFrom('up', 'down', 'either'),
      fc.integer({ min: 1, max: 99 }),
      fc.constantFrom('percent', 'dollars'),
    )
    .map(([last, way, by, unit]): FieldLine => ({
      id: 'a',
      field: 'PriceChangeTimestamp',
      is: { last },
      moved: { way, [unit]: by },
    }));
  it('reads back to what it was printed from', () => {
    fc.assert(
      fc.property(fc.oneof(journeys, costs, moves), (line) => {
        const said = read(phraseOf(line), line.field);
        if ('problem' in said) throw new Error(said.problem);
        expect(withParsedValue(line, said)).toEqual(line);
      }),
      { numRuns: 500 },
    );
  });
  it('takes another way of it from what is typed, and keeps what it cannot be without', () => {
    const line: FieldLine = {
      id: 'a',
      field: 'Minutes',
      is: { atMost: 20 },
      to: place,
      arriveBy: '08:30',
      on: 'saturday',
      by: 'car',
    };
    const typed = (text: string): FieldLine => withParsedValue(line, read(text, 'Minutes') as ParsedValue);
    expect(typed('25')).toEqual({ ...line, is: { atMost: 25 } });
    expect(typed('15 min on foot')).toEqual({ ...line, is: { atMost: 15 }, by: 'foot' });
    const { arriveBy: _arriveBy, ...rest } = line;
    expect(typed('up to 20, leaving at 17:15')).toEqual({ ...rest, leaveAt: '17:15', on: 'weekday' });
    const cost: FieldLine = { id: 'a', field: 'MonthlyCost', is: { atMost: 3000 } };
    expect(withParsedValue(cost, read('2,800 with 10% down', 'MonthlyCost') as ParsedValue)).toEqual({
      ...cost,
      is: { atMost: 2800 },
      assuming: { ...USUAL_COST, downPercent: 10 },
    });
    expect(read('3000 with 120% down', 'MonthlyCost')).toHaveProperty('problem');
  });
});

describe('what people type', () => {
  const heating = ['Forced Air', 'Heat Pump', 'Natural Gas', 'Gas Stove', 'No Heat', 'Oil', 'Wood and Coal'];
  it.each<[string, string, Is]>([
    ['WaterfrontYN', 'y', { yes: true }],
    ['WaterfrontYN', 'without', { yes: false }],
    ['Status', 'active, or closed since October', { oneOf: [{ status: 'Active' }, { status: 'Closed', since: '2025-10-01' }] }],
    ['Status', 'sold in the last 30 days', { oneOf: [{ status: 'Closed', last: 'P30D' }] }],
    [
      'Status',
      'closed from Jan 1, 2025 to Mar 2025',
      { oneOf: [{ status: 'Closed', since: '2025-01-01', until: '2025-03-31' }] },
    ],
    ['Status', 'closed 6 months', { oneOf: [{ status: 'Closed', last: 'P6M' }] }],
    ['Status', 'for sale and under contract', { anyOf: ['Active', 'Coming Soon', 'Active Under Contract', 'Pending'] }],
    ['Status', 'not pending or hold', { noneOf: ['Pending', 'Hold'] }],
    ['OnMarketDate', 'since Feb 3', { atLeast: '2026-02-03' }],
    ['OnMarketDate', 'since May', { atLeast: '2025-05-01' }],
    ['CloseDate', '2019', { between: ['2019-01-01', '2019-12-31'] }],
    ['CloseDate', 'until March 2024', { atMost: '2024-03-31' }],
    ['PublicRemarks', 'workshop or studio', { words: { anyOf: ['workshop', 'studio'] } }],
    ['PublicRemarks', 'not fixer, in any form', { words: { noneOf: ['fixer'], stem: true } }],
    ['PublicRemarks', '"water view"', { words: { phrase: 'water view' } }],
    ['StreetName', 'Lantern Ln', { sameStreet: 'Lantern Ln' }],
  ])('%s: %s', (name, typed, is) => expect(read(typed, name)).toEqual({ is }));

  it.each<[string, Is]>([
    ['oil', { anyOf: ['Oil'] }],
    ['natural gas, heat pmup', { anyOf: ['Natural Gas', 'Heat Pump'] }],
    ['forced air and oil', { allOf: ['Forced Air', 'Oil'] }],
    ['none of oil or coal', { noneOf: ['Oil', 'Wood and Coal'] }],
    ['wood and coal', { anyOf: ['Wood and Coal'] }],
    ['no heat', { anyOf: ['No Heat'] }],
    ['no oil', { noneOf: ['Oil'] }],
    ['both oil and pump', { allOf: ['Oil', 'Heat Pump'] }],
  ])('heating: %s', (typed, is) => expect(read(typed, 'Heating', heating)).toEqual({ is }));

  it.each([
    ['Heating', 'gas', '“gas” may be Natural Gas, Gas Stove. Type more of it.'],
    ['Heating', 'oil, lava', 'Heating has no value “lava”.'],
    ['WaterfrontYN', 'maybe', 'is yes or no.'],
    ['Status', 'gone', '“gone” is no status.'],
    ['Status', 'closed whenever', '“whenever” is no time.'],
    ['Status', 'not closed since 2020', 'A status is left out at any time.'],
    ['Status', 'closed in the next 3 days', 'not a time that has been'],
    ['PublicRemarks', ', ,', 'has no word in it'],
  ])('%s: %s is told to be wrong', (name, typed, says) => {
    const parsed = read(typed, name, name === 'Heating' ? heating : undefined);
    expect('problem' in parsed && parsed.problem).toContain(says);
  });

  it('is read or told to be wrong, whatever it is', () => {
    const pieces = fc.constantFrom(
      'not',
      'all of',
      'closed',
      'since',
      'Oct',
      '2025',
      ',',
      'or',
      'and',
      'gas',
      '“',
      '”',
      'yes',
      '½',
      '..',
      '🏠',
      '(',
      'last 3 days',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(pieces).map((all) => all.join(' ')),
        ),
        fc.constantFrom(...FIELDS),
        (typed, each) => {
          const parsed = read(typed, each.name, heating);
          if ('problem' in parsed) expect(parsed.problem).toMatch(/\.$/);
          else expect(phraseOfIs(parsed.is, each)).not.toBe('');
        },
      ),
      { numRuns: 3000 },
    );
  });
});
