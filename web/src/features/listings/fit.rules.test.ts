import type { FitRow } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { sayFitValue } from './fit.rules.js';

const row = (more: Partial<FitRow>): FitRow => ({
  id: 'a',
  label: '',
  wanted: 'a garage, or a basement',
  nice: false,
  truth: true,
  field: null,
  value: null,
  miss: null,
  ...more,
});

describe('sayFitValue', () => {
  it.each([
    [{ field: 'ListPrice', value: 418_000 }, '$418,000'],
    [{ field: 'LivingArea', value: 2140 }, '2,140 sq ft'],
    // someone who needs 8.2 minutes is not there after 8
    [{ field: 'Minutes', value: 8.2 }, '9 min'],
    [{ field: 'GarageSpaces', value: null, truth: null }, 'left blank'],
    [{}, 'a garage, or a basement'],
    [{ id: 'where' }, 'inside'],
    [{ id: 'where', truth: null }, 'place not known'],
  ] as const)('%o: %s', (more, said) => expect(sayFitValue(row(more))).toBe(said));
});
