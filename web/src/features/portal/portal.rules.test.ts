import { describe, expect, it } from 'vitest';
import { home } from '../../testing/portal.js';
import { homesBy, labelsOf, noteOf, readNote, tabOf, toggled } from './portal.rules.js';

describe('why somebody thinks so of a home', () => {
  it('is put together by taps, and taken apart again', () => {
    const note = toggled(toggled('', 'the price'), 'the garden');
    expect(note).toBe('the price, the garden');
    expect(toggled(note, 'the price')).toBe('the garden');
    expect(readNote(note)).toEqual({ reasons: ['the price', 'the garden'], words: '' });
  });

  it('keeps words of one’s own beside what was tapped', () => {
    const note = noteOf(['the street'], 'Too near the mill, I fear');
    expect(toggled(note, 'the size')).toBe('the street, Too near the mill, I fear, the size');
    expect(readNote(toggled(note, 'the size'))).toEqual({
      reasons: ['the street', 'the size'],
      words: 'Too near the mill, I fear',
    });
  });
});

describe('where those of a household differ', () => {
  const like = { verdict: 'like', note: '', at: '2026-04-14T13:00:00Z' } as const;
  it('is where two who spoke do not say the same', () => {
    const of = homesBy([
      home('1', { reaction: like, others: [{ person: 'Teo', verdict: 'notForUs', note: 'the stairs' }] }),
      home('2', { reaction: like, others: [{ person: 'Teo', verdict: 'like', note: '' }] }),
      home('3', { others: [{ person: 'Teo', verdict: 'like', note: '' }] }),
      home('4', { reaction: like }),
    ]);
    expect(of.differ.map(({ listingKey }) => listingKey)).toEqual(['1']);
    expect(labelsOf(of).differ).toBe('You differ 1');
  });
});

it('the tab that an address names is shown, or what is new, or all', () => {
  expect(tabOf('like', homesBy([home('1')]))).toBe('like');
  expect(tabOf('elsewhere', homesBy([home('1')]))).toBe('new');
  expect(tabOf(null, homesBy([home('1', { isNew: false })]))).toBe('all');
});
