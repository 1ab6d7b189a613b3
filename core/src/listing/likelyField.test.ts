import { describe, expect, it } from 'vitest';
import { likelyField } from './likelyField.js';

const all = (): boolean => true;

describe('likelyField', () => {
  it.each([
    ['AskingPrice', [450_000], 'ListPrice'],
    ['asking_price', [], 'ListPrice'],
    ['Bedrooms', [3, 4], 'BedroomsTotal'],
    ['LotSizeAcres', [], 'LotSizeAcres'],
    ['Stat', ['Active', 'ActiveUnderContract', 'Pending', 'Closed'], 'StandardStatus'],
    ['Kind', ['Residential', 'Land', 'Residential'], 'PropertyType'],
    ['Fin', ['Hardwood', ['Carpet', 'Tile'], 'Bamboo', 'Tile', 'Laminate'], 'Flooring'],
    ['Floors', ['Hardwood, Tile', 'Carpet'], 'Flooring'],
    ['Stat', ['Active', 'Pending'], null],
    ['Stat', ['Active', 'Gone', 'Away', 'Pending'], null],
    ['Remark9', ['sunny', 'bright', 'airy'], null],
  ])('takes %s over %j for %s', (heading, values, field) => expect(likelyField(heading, values, all)).toBe(field));
  it('takes nothing for a field that is not free', () =>
    expect(likelyField('AskingPrice', [450_000], (field) => field !== 'ListPrice')).toBeNull());
});
