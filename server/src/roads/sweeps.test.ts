import type { MadeSweeps, Travel } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { Dropped } from '../common/thread.js';
import { Sweeps } from './sweeps.js';

const to = (n: number): Travel => ({ to: [-66 + n / 1000, 40.6], leaveAt: '08:30', on: 'weekday', by: 'car' });
const made = (travel: Travel): MadeSweeps => ({ travel, sweeps: new Map([[0, new Float64Array(16)]]) });

/** Journeys that are measured when they are told to, or stopped. */
function measuring(): { sweeps: Sweeps; asked: Travel[]; finish: () => void; stopped: number } {
  const state = { asked: [] as Travel[], finish: (): void => undefined, stopped: 0 };
  const sweeps = new Sweeps((travel, signal) => {
    state.asked.push(travel);
    return new Promise((resolve, reject) => {
      state.finish = () => resolve(made(travel));
      signal.addEventListener('abort', () => {
        state.stopped++;
        reject(new Dropped());
      });
    });
  }, 300);
  return Object.assign(state, { sweeps });
}

describe('Sweeps', () => {
  it('makes a journey’s once for all who ask meanwhile, and keeps them', async () => {
    const state = measuring();
    const all = [state.sweeps.of(to(1)), state.sweeps.of(to(1)), state.sweeps.of(to(1))];
    state.finish();
    expect(new Set(await Promise.all(all)).size).toBe(1);
    await state.sweeps.of(to(1));
    expect(state.asked).toHaveLength(1);
  });

  it('goes on for the others when one leaves, and stops when nobody waits', async () => {
    const state = measuring();
    const [one, two] = [new AbortController(), new AbortController()];
    const first = state.sweeps.of(to(1), one.signal);
    const second = state.sweeps.of(to(1), two.signal);
    one.abort();
    await expect(first).rejects.toThrow(Dropped);
    expect(state.stopped).toBe(0);
    two.abort();
    await expect(second).rejects.toThrow(Dropped);
    expect(state.stopped).toBe(1);
    // and is begun anew for whoever comes then
    const third = state.sweeps.of(to(1));
    state.finish();
    expect((await third).travel).toEqual(to(1));
    expect(state.asked).toHaveLength(2);
  });

  it('lets go of the least lately asked for when there is no room', async () => {
    const state = measuring();
    const ask = async (n: number): Promise<void> => {
      const one = state.sweeps.of(to(n));
      state.finish();
      await one;
    };
    // room for two
    for (const n of [1, 2, 1, 3, 1]) await ask(n);
    expect(state.asked).toEqual([to(1), to(2), to(3)]);
    await ask(2);
    expect(state.asked).toHaveLength(4);
  });
});
