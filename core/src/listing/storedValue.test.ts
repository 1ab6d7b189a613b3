import { describe, expect, it } from 'vitest';
import { heldValue, holderOf, yesOrNo } from './storedValue.js';

describe('heldValue', () => {
  it.each([
    ['number', 3, 3],
    ['number', '3', 3],
    ['money', ' 450000 ', 450_000],
    ['money', '$450,000', 450_000],
    ['number', '1,234.5', 1234.5],
    ['number', '12,34', undefined],
    ['number', ' ', undefined],
    ['number', 'three', undefined],
    ['number', 1e300, undefined],
    ['number', {}, undefined],
    ['number', null, null],
    ['text', '', null],
    ['text', 12, '12'],
    ['text', 'x'.repeat(40_000), undefined],
    ['choice', ['a'], 'a'],
    ['choice', [], null],
    ['choice', ['a', 'b'], undefined],
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

// the Data Dictionary 1.7's OData enumerations beside its display names, both from memory
describe('holderOf', () => {
  it.each([
    ['StandardStatus', 'ActiveUnderContract', 'Active Under Contract'],
    ['StandardStatus', 'COMING SOON', 'Coming Soon'],
    ['StandardStatus', 'Sold', 'Sold'],
    ['PropertyType', 'ResidentialLease', 'Residential Lease'],
    ['PropertySubType', 'SingleFamilyResidence', 'Single Family Residence'],
    ['InteriorFeatures', 'InLawFloorplan,WalkInClosets', ['In-Law Floorplan', 'Walk-In Closet(s)']],
    ['InteriorFeatures', ['Ballroom'], ['Ballroom']],
    ['PropertyCondition', ['UpdatedRemodeled'], ['Updated/Remodeled']],
    ['City', 'PortOstrey', 'PortOstrey'],
    ['ListPrice', '450,000', 450_000],
    ['StandardStatus', {}, undefined],
  ] as const)('of %s reads %j as %j', (field, value, held) => expect(holderOf(field)(value)).toEqual(held));
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
