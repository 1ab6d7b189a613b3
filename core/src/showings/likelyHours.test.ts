import { describe, expect, it } from 'vitest';
import { likelyHours } from './likelyHours.js';
import type { OfficeAnswer } from './likelyHours.js';

const answers = (occupant: OfficeAnswer['occupant'], hour: number, yes: number, no: number): OfficeAnswer[] => [
  ...Array.from({ length: yes }, () => ({ occupant, hour, isAgreed: true })),
  ...Array.from({ length: no }, () => ({ occupant, hour, isAgreed: false })),
];
const span = (from: number, until: number) => ({ from: 60 * from, until: 60 * until });

describe('the hours in which offices agree most readily', () => {
  it('are what is usual, as long as nobody was asked', () => {
    expect(likelyHours('vacant', [])).toEqual({ hours: [span(9, 19)], asked: 0, agreed: 0 });
    expect(likelyHours('tenant', []).hours).toEqual([span(10, 18)]);
    expect(likelyHours(null, []).hours).toEqual([span(10, 18)]);
  });

  it('lose an hour that is mostly refused, and win one that is mostly agreed to', () => {
    const record = [...answers('owner', 12, 0, 2), ...answers('owner', 18, 4, 0), ...answers('vacant', 13, 0, 9)];
    expect(likelyHours('owner', record)).toEqual({ hours: [span(10, 12), span(13, 19)], asked: 6, agreed: 4 });
  });

  it('are not changed by a single answer', () => {
    expect(likelyHours('owner', answers('owner', 12, 0, 1)).hours).toEqual([span(10, 18)]);
  });
});
