import type { DataSource } from 'typeorm';
import { describe, expect, it } from 'vitest';
import type { Config } from '../common/config.js';
import type { DemoClockRow } from './clock.entity.js';
import { Clock } from './clock.service.js';

const HOUR = 3_600_000;
const BEGINS = Date.parse('2026-03-02T15:00:00Z');

/** Clocks of so many servers over one database. */
function clocks(many: number): Clock[] {
  let row: DemoClockRow | null = null;
  const manager = {
    findOne: () => Promise.resolve(row),
    save: (_: unknown, next: DemoClockRow) => Promise.resolve((row = next)),
  };
  const database = { transaction: (work: (with_: typeof manager) => unknown) => work(manager) } as unknown as DataSource;
  return Array.from({ length: many }, () => new Clock({ demo: { startsAt: BEGINS } } as unknown as Config, database));
}

describe('a demo’s clock', () => {
  it('is moved for every server', async () => {
    const [one, other] = clocks(2) as [Clock, Clock];
    await one.look();
    await one.set(BEGINS + 20 * HOUR);
    await other.look();
    expect(other.now()).toBeGreaterThanOrEqual(BEGINS + 20 * HOUR);
    expect(other.now()).toBeLessThan(BEGINS + 21 * HOUR);
  });

  it('is never moved back by a server that has not seen yet how far another moved it', async () => {
    const [one, other] = clocks(2) as [Clock, Clock];
    await one.look();
    await other.look();
    await one.set(BEGINS + 20 * HOUR);
    await other.set(BEGINS + HOUR);
    await one.look();
    for (const clock of [one, other]) expect(clock.now()).toBeGreaterThanOrEqual(BEGINS + 20 * HOUR);
  });
});
