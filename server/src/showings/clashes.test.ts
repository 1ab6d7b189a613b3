import { describe, expect, it } from 'vitest';
import { clashesAmong } from './clashes.js';
import type { PlannedVisit } from './clashes.js';

const visit = (id: string, clock: string, over: Partial<PlannedVisit> = {}): PlannedVisit => ({
  id,
  clientId: id,
  client: `Client ${id}`,
  listingKey: id,
  address: `${id} Lantern Ln`,
  startAt: new Date(`2026-04-18T${clock}:00Z`),
  minutes: 30,
  ...over,
});
const said = (...visits: PlannedVisit[]): Record<string, string> => Object.fromEntries(clashesAmong(visits));

describe('clashesAmong', () => {
  it('says of one home at one time who else is there, of either', () => {
    const home = { listingKey: '27' };
    expect(said(visit('a', '10:00', home), visit('b', '10:15', home))).toEqual({
      a: 'Client b is to see it at the same time.',
      b: 'Client a is to see it at the same time.',
    });
  });
  it('says of two homes where the agent is to be besides, and with whom, if it is somebody else', () => {
    expect(said(visit('a', '10:00'), visit('b', '10:29')).a).toBe(
      'You are to be at b Lantern Ln with Client b at the same time.',
    );
    expect(said(visit('a', '10:00'), visit('b', '10:29', { clientId: 'a' })).a).toBe(
      'You are to be at b Lantern Ln at the same time.',
    );
  });
  it('knows that one visit begins when another is over, and that a long one spans several', () => {
    expect(said(visit('a', '10:00'), visit('b', '10:30'))).toEqual({});
    expect(Object.keys(said(visit('c', '12:00'), visit('a', '10:00', { minutes: 150 }), visit('b', '11:00'))).sort()).toEqual([
      'a',
      'b',
      'c',
    ]);
  });
  it('leaves out what has no time', () => {
    expect(said(visit('a', '10:00', { startAt: null }), visit('b', '10:00'))).toEqual({});
  });
});
