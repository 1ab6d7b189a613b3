import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { askingFor, spending } from './requestBudget.js';
import { Dropped } from './thread.js';

beforeEach(() => void vi.useFakeTimers({ now: 0 }));
afterEach(() => void vi.useRealTimers());

/** A thread that has the given share of the processor, from 0 to 1. */
const threadWith = (share: number): { worked(): number } => ({ worked: () => performance.now() * share });

/** Work that takes so many milliseconds by the clock, and hears when it is over. */
const workOf =
  (ms: number) =>
  (signal?: AbortSignal): Promise<string> =>
    new Promise((resolve, reject) => {
      setTimeout(resolve, ms, 'done');
      signal?.addEventListener('abort', () => reject(new Dropped()));
    });

/** What comes of parts of work, one after the other, for one request that may have a second. */
async function outcome(share: number, ...parts: number[]): Promise<unknown> {
  const all = askingFor(
    'she',
    () => false,
    async () => {
      for (const ms of parts) await spending(() => `${ms} ms`, threadWith(share), workOf(ms), 1_000);
      return 'done';
    },
  ).catch((error: unknown) => error);
  await vi.advanceTimersByTimeAsync(60_000);
  return all;
}

describe('spending', () => {
  it('ends what is worked at for longer than one request may, and names the part', async () => {
    expect(await outcome(1, 900)).toBe('done');
    expect(await outcome(1, 1_100)).toMatchObject({ code: 'request.tooHeavy', details: { part: '1100 ms' } });
    expect(await outcome(1, 600, 300)).toBe('done');
    expect(await outcome(1, 600, 500)).toMatchObject({ code: 'request.tooHeavy', details: { part: '500 ms' } });
  });

  it('does not count the time in which others had the processor', async () => {
    expect(await outcome(0.25, 3_900)).toBe('done');
    expect(await outcome(0.25, 4_100)).toMatchObject({ code: 'request.tooHeavy' });
  });

  it('ends what takes five times as long by the clock, however little of it was work', async () => {
    expect(await outcome(0, 4_900)).toBe('done');
    expect(await outcome(0, 5_100)).toMatchObject({ code: 'request.tooHeavy' });
    expect(await outcome(0, 3_000, 2_100)).toMatchObject({ code: 'request.tooHeavy', details: { part: '2100 ms' } });
  });

  it('begins nothing once the time is used up', async () => {
    const begun = vi.fn(workOf(1));
    const asked = askingFor(
      'she',
      () => false,
      async () => {
        await spending(() => 'all of it', threadWith(1), workOf(5_000), 1_000).catch(() => undefined);
        await spending(() => 'the rest', threadWith(1), begun, 1_000);
      },
    ).catch((error: unknown) => error);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(await asked).toMatchObject({ code: 'request.tooHeavy', details: { part: 'the rest' } });
    expect(begun).not.toHaveBeenCalled();
  });
});
