import { describe, expect, it } from 'vitest';
import { Step } from './step.js';

function noted(work: () => Promise<unknown>, toldAt = (): number => 0): { step: Step; says: string[] } {
  const says: string[] = [];
  const steps = {
    did: () => Promise.resolve(void says.push('done')),
    failed: (_step: string, reason: string) => Promise.resolve(void says.push(reason)),
    toldAt: () => toldAt(),
  };
  return { step: new Step('feed', work, steps), says };
}

describe('Step', () => {
  it('notes how each run went, and throws nothing', async () => {
    let fails = true;
    const { step, says } = noted(() => (fails ? Promise.reject(new Error('it answered 503')) : Promise.resolve()));
    await step.run(1000);
    fails = false;
    await step.run(1000);
    expect(says).toEqual(['it answered 503', 'done']);
  });

  it('waits only so long for what does not end, and not again before it has', async () => {
    let end: () => void = () => undefined;
    let begun = 0;
    const { step, says } = noted(() => {
      begun++;
      return new Promise<void>((resolve) => (end = resolve));
    });
    await step.run(20);
    expect(says).toEqual(['It has not ended within 0.02 seconds.']);
    await step.run(60_000);
    expect(begun).toBe(1);
    end();
    await step.settled();
    const next = step.run(1000);
    await new Promise((resolve) => setImmediate(resolve));
    expect(begun).toBe(2);
    end();
    await next;
    expect(says.slice(1)).toEqual(['done', 'done']);
  });

  it('waits on for what still says what it is at', async () => {
    const ends = Date.now() + 120;
    const { step, says } = noted(
      () => new Promise((resolve) => setTimeout(resolve, 150)),
      () => Math.min(Date.now(), ends),
    );
    await step.run(60);
    expect(says).toEqual(['done']);
  });

  it('begins anew for whoever comes while it is under way, and once for all of them', async () => {
    let begun = 0;
    const ends: (() => void)[] = [];
    const { step } = noted(() => {
      begun++;
      return new Promise<void>((resolve) => ends.push(resolve));
    });
    const tick = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
    const runs = [step.run(5000)];
    await tick();
    runs.push(step.run(5000), step.run(5000));
    await tick();
    expect(begun).toBe(1);
    ends.shift()?.();
    await tick();
    expect(begun).toBe(2);
    ends.shift()?.();
    await Promise.all(runs);
    expect(begun).toBe(2);
  });
});
