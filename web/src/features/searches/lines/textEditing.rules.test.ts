import { fieldOf } from '@perambula/core';
import type { Field } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { textIs, textTyped, textWaysOf, wordsIs, wordsTyped } from './textEditing.rules.js';

const street = fieldOf('StreetName') as Field;
const office = fieldOf('ListOfficeName') as Field;

describe('a text', () => {
  it('is sought in any spelling where it is a street’s name, elsewhere by what it contains', () => {
    expect(textWaysOf(street)[0]).toBe('sameStreet');
    expect(textWaysOf(office)).not.toContain('sameStreet');
    expect(textTyped(office, undefined)).toEqual({ way: 'contains', typed: '' });
    expect(textTyped(office, { blank: true })).toEqual({ way: 'contains', typed: '' });
  });

  it('comes back as it was typed, without the spaces about it', () => {
    const is = textIs('starts', ' Har ');
    expect(is).toEqual({ starts: 'Har' });
    expect(textTyped(office, is ?? undefined)).toEqual({ way: 'starts', typed: 'Har' });
    expect(textIs('contains', '   ')).toBeNull();
  });
});

describe('words', () => {
  it('are apart by commas, and come back as they were typed', () => {
    for (const mode of ['anyOf', 'allOf', 'noneOf'] as const) {
      const is = wordsIs({ mode, typed: ' workshop ,, open plan ', stem: true });
      expect(is).toEqual({ words: { [mode]: ['workshop', 'open plan'], stem: true } });
      expect(wordsTyped(is ?? undefined)).toEqual({ mode, typed: 'workshop, open plan', stem: true });
    }
  });

  it('are one phrase, commas and all, where they are sought just so', () => {
    const is = wordsIs({ mode: 'phrase', typed: 'light, airy', stem: false });
    expect(is).toEqual({ words: { phrase: 'light, airy' } });
    expect(wordsTyped(is ?? undefined)).toEqual({ mode: 'phrase', typed: 'light, airy', stem: false });
  });

  it('are no test while there is none', () => {
    expect(wordsIs({ mode: 'anyOf', typed: ' , ', stem: false })).toBeNull();
    expect(wordsTyped(undefined)).toEqual({ mode: 'anyOf', typed: '', stem: false });
  });
});
