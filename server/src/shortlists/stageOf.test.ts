import { describe, expect, it } from 'vitest';
import { stageOf } from './stageOf.js';

const NOW = Date.parse('2026-04-14T13:00:00Z');
const at = (hours: number): { startAt: Date; minutes: number } => ({ startAt: new Date(NOW + hours * 3_600_000), minutes: 30 });

describe('stageOf', () => {
  it('goes on by itself as a home is asked for, agreed to and seen', () => {
    const asked = { state: 'asked' as const, startAt: null, minutes: 30 };
    expect(stageOf('considering', [], NOW)).toBe('considering');
    expect(stageOf('considering', [asked], NOW)).toBe('asked');
    expect(stageOf('considering', [{ state: 'countered', ...at(3) }], NOW)).toBe('asked');
    expect(stageOf('asked', [{ state: 'confirmed', ...at(3) }], NOW)).toBe('booked');
    expect(stageOf('considering', [{ state: 'confirmed', ...at(-0.4) }], NOW)).toBe('booked');
    expect(stageOf('considering', [asked, { state: 'confirmed', ...at(-1) }], NOW)).toBe('seen');
  });
  it('does not go back, and takes nothing from what the agent says of an offer or of a home that is dropped', () => {
    expect(stageOf('seen', [{ state: 'confirmed', ...at(3) }], NOW)).toBe('seen');
    for (const said of ['offer', 'dropped'] as const) expect(stageOf(said, [{ state: 'confirmed', ...at(3) }], NOW)).toBe(said);
    for (const state of ['refused', 'canceled'] as const)
      expect(stageOf('considering', [{ state, ...at(3) }], NOW)).toBe('considering');
  });
});
