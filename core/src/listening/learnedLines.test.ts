import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AUDIENCES } from '../listing/field.js';
import { fieldOf } from '../listing/fields.js';
import type { FieldValue } from '../listing/record.js';
import { learnedLines } from './learnedLines.js';
import type { JudgedHome } from './learnedLines.js';
import { TAUGHT } from './taughtBy.js';

let n = 0;
const home = (facts: Readonly<Record<string, FieldValue>>, liked: boolean, note = ''): JudgedHome => ({
  record: { ListingKey: `H${n++}`, PropertyType: 'Residential', ...facts },
  liked,
  note,
});
const years = (liked: readonly number[], refused: readonly number[], note = ''): JudgedHome[] => [
  ...liked.map((YearBuilt) => home({ YearBuilt }, true)),
  ...refused.map((YearBuilt) => home({ YearBuilt }, false, note)),
];

describe('lines learned from answers', () => {
  it('are the one split that parts liked from refused, with all that it rests on', () => {
    const [line, ...others] = learnedLines(years([1968, 1990, 2005, 2012, 1977, 1983], [1921, 1930, 1948, 1955, 1959, 1999]));
    expect(others).toEqual([]);
    expect(line).toMatchObject({
      field: 'YearBuilt',
      liked: { with: 6, without: 0 },
      refused: { with: 1, without: 5 },
      said: 0,
    });
    expect(line?.is).toEqual({ atLeast: 1965 });
    // Clopper–Pearson for 5 of 5: the lower end is 0.025^(1/5)
    expect(line?.refusedWithout.low).toBeCloseTo(0.025 ** 0.2, 9);
    expect(line?.refusedWithout.high).toBe(1);
    // of the C(12, 5) = 792 ways to have five of twelve old, six have them all among the refused
    expect(line?.chance).toBeCloseTo(6 / 792, 12);
  });

  it('are told sooner where words speak of it, and not of too little', () => {
    const few = [
      [1968, 1990, 2005],
      [1921, 1930],
    ] as const;
    expect(learnedLines(years(...few))).toEqual([]);
    expect(learnedLines(years(...few, 'Too old, too much to repair'))).toMatchObject([{ field: 'YearBuilt', said: 2 }]);
    expect(learnedLines(years([1968, 1990, 2005], [1921], 'Too old'))).toEqual([]);
    // the words are of something else
    expect(learnedLines(years(...few, 'The street is loud'))).toEqual([]);
  });

  it('leave out what a home does not state, and all that is not of the property', () => {
    const silent = learnedLines([
      ...years([1968, 1990, 2005], [1921, 1930], 'Too old'),
      home({ YearBuilt: null }, false, 'Too old'),
    ]);
    expect(silent).toMatchObject([{ refused: { with: 0, without: 2 } }]);
    // only in one town, of one school, of one agent: nothing is concluded
    const far = { City: 'Quillon Beach', ElementarySchool: 'A', ListAgentFullName: 'B', SeniorCommunityYN: true };
    const near = { City: 'Tansy Hill', ElementarySchool: 'C', ListAgentFullName: 'D', SeniorCommunityYN: false };
    const homes = Array.from({ length: 20 }, (_, i) => home(i % 2 === 0 ? near : far, i % 2 === 0));
    expect(learnedLines(homes)).toEqual([]);
    for (const { field } of TAUGHT) {
      const { group, audience = 'public' } = fieldOf(field) ?? {};
      expect(['Home', 'Outside', 'Money'], field).toContain(group);
      expect(AUDIENCES.indexOf(audience), field).toBeLessThanOrEqual(AUDIENCES.indexOf('client'));
    }
  });

  it('are one where two facts go together, and several where several are wished for', () => {
    const together = [1, 2, 3, 4, 5].flatMap((i) => [
      home({ LivingArea: 2000 + i, RoomsTotal: 9, BedroomsTotal: 4 }, true),
      home({ LivingArea: 1000 + i, RoomsTotal: 5, BedroomsTotal: 2 }, false, 'Too tight for us'),
    ]);
    expect(learnedLines(together).map(({ field }) => field)).toEqual(['LivingArea']);
    const two = [
      ...Array.from({ length: 6 }, () => home({ PoolPrivateYN: false, GarageSpaces: 2 }, true)),
      ...Array.from({ length: 4 }, () => home({ PoolPrivateYN: true, GarageSpaces: 2 }, false, 'A pool, no')),
      ...Array.from({ length: 4 }, () => home({ PoolPrivateYN: false, GarageSpaces: 0 }, false, 'Where would the car go?')),
    ];
    expect(learnedLines(two).map(({ field, is }) => [field, is])).toEqual(
      expect.arrayContaining([
        ['PoolPrivateYN', { yes: false }],
        ['GarageSpaces', { atLeast: 1 }],
      ]),
    );
  });

  it('never tell of a line that most liked homes do without, whatever was said', () => {
    const facts = fc.record({
      YearBuilt: fc.integer({ min: 1880, max: 2026 }),
      LotSizeAcres: fc.option(fc.integer({ min: 1, max: 300 }).map((hundredths) => hundredths / 100)),
      Sewer: fc.constantFrom('Public Sewer', 'Septic Tank'),
    });
    const answers = fc.array(fc.tuple(facts, fc.boolean(), fc.constantFrom('', 'old', 'garden')), { maxLength: 30 });
    fc.assert(
      fc.property(answers, (given) => {
        const homes = given.map(([fact, liked, note]) => home(fact, liked, note));
        for (const { liked, refused, chance } of learnedLines(homes)) {
          expect(liked.without).toBeLessThanOrEqual(0.1 * (liked.with + liked.without));
          expect(refused.without).toBeGreaterThanOrEqual(2);
          expect(chance).toBeLessThanOrEqual(0.5);
        }
      }),
    );
  });

  it('seldom find anything in answers by the toss of a coin', () => {
    let told = 0;
    for (let seed = 0; seed < 200; seed++) {
      // a linear congruential generator (Numerical Recipes)
      let state = seed * 7919 + 1;
      const next = (): number => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
      const homes = Array.from({ length: 10 }, (): JudgedHome =>
        home({ YearBuilt: 1900 + Math.floor(next() * 120), LivingArea: 900 + Math.floor(next() * 2000) }, next() < 0.5),
      );
      told += learnedLines(homes).length;
    }
    expect(told).toBeLessThan(10);
  });
});
