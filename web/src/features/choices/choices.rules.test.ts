import type { LookedAt } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { allTheSame, goes, sayLook, sayReaders } from './choices.rules.js';

const home = (listingKey: string, ...kinds: LookedAt['doubts'][number]['kind'][]): LookedAt => ({
  listingKey,
  listing: null,
  doubts: kinds.map((kind) => ({ kind, said: kind })),
  barred: kinds.includes('withheld'),
});
const [fine, pending, hidden] = [home('A'), home('B', 'underContract', 'sentBefore'), home('C', 'withheld')];

describe('the homes that go', () => {
  it('are those without a doubt, until their agent says otherwise', () => {
    expect([fine, pending, hidden].map((each) => goes(each, {}))).toEqual([true, false, false]);
    expect([fine, pending, hidden].map((each) => goes(each, { A: false, B: true, C: true }))).toEqual([false, true, false]);
  });
  it('go with what their agent has seen of them', () =>
    expect(allTheSame([fine, pending])).toEqual([{ listingKey: 'B', doubts: ['underContract', 'sentBefore'] }]));
  it('are counted in a sentence', () => {
    expect(sayLook([fine, home('D')], 2)).toBe('All 2 go.');
    expect(sayLook([fine], 1)).toBe('It goes.');
    expect(sayLook([fine, pending], 1)).toBe('1 goes; 1 is left out, since something speaks against it.');
    expect(sayLook([fine, pending, hidden, home('D')], 2)).toBe('2 go; 2 are left out, since something speaks against them.');
    // left out by their agent, though nothing speaks against it
    expect(sayLook([fine, home('D')], 1)).toBe('1 goes; 1 is left out.');
    expect(sayLook([pending], 0)).toBe('None goes: tick at least one.');
  });
  it('go to whoever confirmed their address', () =>
    expect(
      sayReaders([
        { name: 'Amara Lindqvist', confirmed: true },
        { name: 'Teo Lindqvist', confirmed: false },
      ]),
    ).toBe('Amara'));
});
