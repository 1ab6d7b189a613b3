import { describe, expect, it } from 'vitest';
import { randomOf } from '../random.js';
import { atLeast, atMost, noneOf, oneOf, opinionOf } from './wishes.js';
import type { SeenHome } from './wishes.js';

const GARDEN = atLeast('LotSizeAcres', 0.22, 'The garden is too small.');
const NO_STAIRS = atMost('StoriesTotal', 1, 'Stairs.');

describe('a wish', () => {
  it('holds, does not, or cannot be told', () => {
    expect([0.3, 0.22, 0.2, null].map((LotSizeAcres) => GARDEN.holds({ LotSizeAcres }))).toEqual([true, true, false, null]);
    expect([1, 2, undefined].map((StoriesTotal) => NO_STAIRS.holds({ StoriesTotal }))).toEqual([true, false, null]);
    const septic = noneOf('Sewer', ['Septic Tank'], '');
    expect([['Septic Tank'], ['Public Sewer'], null].map((Sewer) => septic.holds({ Sewer }))).toEqual([false, true, null]);
    expect(oneOf('Sewer', ['Public Sewer'], '').holds({ Sewer: ['Septic Tank'] })).toBe(false);
  });
});

describe('an opinion', () => {
  const share = (home: SeenHome, verdict: string): number => {
    const opinions = Array.from({ length: 1000 }, (_, i) => opinionOf(home, [GARDEN, NO_STAIRS], randomOf(7, i)));
    return opinions.filter((each) => each.verdict === verdict).length / opinions.length;
  };
  it('goes by the wishes, but for a mood now and then', () => {
    expect(share({ LotSizeAcres: 0.4, StoriesTotal: 1 }, 'like')).toBeGreaterThan(0.9);
    expect(share({ LotSizeAcres: 0.1, StoriesTotal: 1 }, 'notForUs')).toBeGreaterThan(0.9);
    expect(share({ LotSizeAcres: 0.4, StoriesTotal: null }, 'unsure')).toBeGreaterThan(0.4);
  });
  it('names the first wish that a home fails, and is the same each time', () => {
    const home = { LotSizeAcres: 0.1, StoriesTotal: 2 };
    const first = opinionOf(home, [GARDEN, NO_STAIRS], randomOf(7, 3));
    expect(first).toEqual({ verdict: 'notForUs', note: 'The garden is too small.' });
    expect(opinionOf(home, [GARDEN, NO_STAIRS], randomOf(7, 3))).toEqual(first);
  });
});
