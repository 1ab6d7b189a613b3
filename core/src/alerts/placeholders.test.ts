import { describe, expect, it } from 'vitest';
import { filledIn, unknownPlaceholder } from './placeholders.js';

const values = { name: 'Amara', homes: '3 homes', search: '$& {name} & co' };

describe('placeholders', () => {
  it('are filled in as they stand, each time', () => {
    expect(filledIn('{name}: {homes} for {name}', values)).toBe('Amara: 3 homes for Amara');
    // what is filled in is text, and not looked through again
    expect(filledIn('{search}!', values)).toBe('$& {name} & co!');
    expect(filledIn('no { name }, {} or {constructor}', values)).toBe('no { name }, {} or {constructor}');
  });
  it('that do not exist are found', () => {
    expect(unknownPlaceholder('{name}, {homes}, {search}, { }')).toBeNull();
    expect(unknownPlaceholder('{name} and {price} and {date}')).toBe('price');
    expect(unknownPlaceholder('{constructor}')).toBe('constructor');
  });
});
