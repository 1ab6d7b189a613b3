import { STATUSES } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { STATUS_SETS, statusEntries, statusIs } from './statusEditing.rules.js';

describe('statuses that are chosen', () => {
  it('are those that a test lets pass, however it is written', () => {
    const names = (is: Parameters<typeof statusEntries>[0]) => statusEntries(is).map(({ status }) => status);
    expect(names({ anyOf: ['Pending', 'Active'] })).toEqual(['Active', 'Pending']);
    expect(names({ equals: 'Closed' })).toEqual(['Closed']);
    expect(names({ noneOf: ['Closed', 'Expired'] })).toEqual(STATUSES.filter((s) => s !== 'Closed' && s !== 'Expired'));
    expect(names({ not: 'Closed' })).toHaveLength(STATUSES.length - 1);
    expect(names(undefined)).toEqual([]);
  });

  it('become a plain test without times, and one with times where any has one', () => {
    expect(statusIs([{ status: 'Closed' }, { status: 'Active' }])).toEqual({ anyOf: ['Active', 'Closed'] });
    const timed = [{ status: 'Closed' as const, last: 'P90D' }, { status: 'Active' as const }];
    expect(statusIs(timed)).toEqual({ oneOf: [{ status: 'Active' }, { status: 'Closed', last: 'P90D' }] });
    expect(statusEntries(statusIs(timed) ?? undefined)).toEqual([timed[1], timed[0]]);
    expect(statusIs([])).toBeNull();
  });

  it('are in no set twice, and “for sale now” has nothing under contract', () => {
    for (const { statuses } of STATUS_SETS) expect(new Set(statuses).size).toBe(statuses.length);
    expect(STATUS_SETS[0]?.statuses).toEqual(['Active', 'Coming Soon']);
  });
});
