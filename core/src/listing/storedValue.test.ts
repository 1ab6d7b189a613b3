import { describe, expect, it } from 'vitest';
import { heldValue, yesOrNo } from './storedValue.js';

describe('heldValue', () => {
  it.each([
    ['number', 3, 3],
    ['number', '3', 3],
    ['money', ' 450000 ', 450_000],
    ['number', 'three', undefined],
    ['number', 1e300, undefined],
    ['number', {}, undefined],
    ['number', null, null],
    ['text', '', null],
    ['text', 12, '12'],
    ['text', 'x'.repeat(40_000), undefined],
    ['choice', ['a'], undefined],
    ['choices', 'Water, Valley', ['Water', 'Valley']],
    ['choices', ['Water'], ['Water']],
    ['choices', [1], undefined],
    ['date', '2026-04-14', '2026-04-14'],
    ['date', '2026-04-14T09:12:00Z', '2026-04-14'],
    ['date', '2026-02-30', undefined],
    ['date', '2026-13-01', undefined],
    ['timestamp', '2026-04-14T09:12:00Z', '2026-04-14T09:12:00Z'],
    ['timestamp', 'yesterday', undefined],
    ['rooms', 'kitchen', undefined],
  ] as const)('of a %s reads %j as %j', (type, value, held) => expect(heldValue(type, value)).toEqual(held));
});

describe('yesOrNo', () => {
  it.each([
    [true, true],
    ['true', true],
    ['Y', true],
    [1, true],
    [false, false],
    ['false', false],
    ['N', false],
    ['No', false],
    [0, false],
    ['0', false],
    ['maybe', null],
    [2, null],
    [null, null],
    [{}, null],
  ])('takes %j for %j', (value, said) => expect(yesOrNo(value)).toBe(said));
});
