import { describe, expect, it } from 'vitest';
import { attentionOf } from './attention.js';
import type { Reading } from './attention.js';

const DAY = 86_400_000;
const NOW = Date.parse('2026-04-14T14:00:00Z');
const ago = (days: number): number => NOW - days * DAY;
const reading = (of: Partial<Reading>): Reading => ({ messages: [], visits: [], opened: [], settled: new Set(), ...of });
const daily = (from: number, to: number): number[] => Array.from({ length: from - to + 1 }, (_, i) => ago(from - i));
const opened = (listingKey: string, ...days: number[]) => days.map((each) => ({ listingKey, at: ago(each) }));

describe('what deserves a word', () => {
  it('is nobody who reads as they always do', () => {
    expect(attentionOf(reading({ messages: daily(30, 1), visits: daily(30, 1) }), NOW)).toBeNull();
    // every two weeks is their rhythm
    expect(attentionOf(reading({ messages: daily(60, 1), visits: [ago(50), ago(36), ago(22), ago(9)] }), NOW)).toBeNull();
    expect(attentionOf(reading({}), NOW)).toBeNull();
  });

  it('is who came every other day and has been silent for more than a week, with what they did not read', () => {
    const visits = [ago(21), ago(19), ago(17), ago(15), ago(12)];
    expect(attentionOf(reading({ messages: daily(20, 1), visits }), NOW)).toEqual({
      kind: 'quiet',
      days: 12,
      usual: 2,
      messages: 11,
    });
    // with nothing to read there is nothing to miss
    expect(attentionOf(reading({ messages: daily(20, 13), visits }), NOW)).toBeNull();
    expect(attentionOf(reading({ messages: daily(20, 1), visits: visits.map((at) => at + 6 * DAY) }), NOW)).toBeNull();
  });

  it('is not who came too seldom for a rhythm', () => {
    expect(attentionOf(reading({ messages: daily(60, 1), visits: [ago(50), ago(48)] }), NOW)).toBeNull();
  });

  it('is who never opened anything, once they had the time', () => {
    expect(attentionOf(reading({ messages: daily(9, 1) }), NOW)).toEqual({ kind: 'neverOpened', messages: 9, days: 9 });
    expect(attentionOf(reading({ messages: [ago(4), ago(3), ago(2)] }), NOW)).toBeNull();
    expect(attentionOf(reading({ messages: [ago(20), ago(10)] }), NOW)).toBeNull();
  });

  it('is, before all else, who returns to one home on several days, unless they refused it or asked to see it', () => {
    const visits = daily(20, 12);
    const back = opened('A', 13, 6, 5, 1);
    const once = opened('B', 2, 2, 2, 2, 2);
    const of = { messages: daily(20, 1), visits, opened: [...back, ...once] };
    expect(attentionOf(reading(of), NOW)).toEqual({ kind: 'returns', listingKey: 'A', days: 4 });
    expect(attentionOf(reading({ ...of, settled: new Set(['A']) }), NOW)?.kind).toBe('quiet');
    expect(attentionOf(reading({ ...of, opened: opened('A', 30, 29, 28) }), NOW)?.kind).toBe('quiet');
  });
});
