import { describe, expect, it } from 'vitest';
import { asking, askingFor } from './requestBudget.js';
import { Dropped } from './thread.js';
import { Turns } from './turns.js';

/** Work that ends when it is told to. */
function held(): { readonly work: () => Promise<void>; readonly end: () => void } {
  let end: () => void = () => undefined;
  const over = new Promise<void>((resolve) => (end = resolve));
  return { work: () => over, end: () => end() };
}

describe('Turns', () => {
  it('lets whoever asks for little go before what others have asked for much', async () => {
    const turns = new Turns(1);
    const [first, done] = [held(), [] as string[]];
    const work = (name: string) => () => Promise.resolve(done.push(name));
    const all = [
      turns.take('busy', first.work),
      ...[1, 2, 3, 4].map((n) => turns.take('busy', work(`busy ${n}`))),
      turns.take('light', work('light')),
      turns.take('other', work('other')),
    ];
    first.end();
    await Promise.all(all);
    expect(done).toEqual(['busy 1', 'light', 'other', 'busy 2', 'busy 3', 'busy 4']);
  });

  it('runs no more at once than it may, and goes on after what fails', async () => {
    const turns = new Turns(2);
    let [running, most] = [0, 0];
    const work = async (): Promise<void> => {
      most = Math.max(most, ++running);
      await new Promise((resolve) => setTimeout(resolve, 1));
      running--;
      throw new Error('it failed');
    };
    const results = await Promise.allSettled(Array.from({ length: 20 }, (_, i) => turns.take(`p${i % 3}`, work)));
    expect(results.every(({ status }) => status === 'rejected')).toBe(true);
    expect([most, running]).toEqual([2, 0]);
  });

  it('never begins what nobody waits for any more', async () => {
    const turns = new Turns(1);
    const [first, ending] = [held(), new AbortController()];
    let begun = 0;
    const one = turns.take('a', first.work);
    const left = turns.take('b', () => Promise.resolve(begun++), ending.signal);
    ending.abort();
    await expect(left).rejects.toThrow(Dropped);
    first.end();
    await one;
    expect(await turns.take('c', () => Promise.resolve('goes on'))).toBe('goes on');
    expect(begun).toBe(0);
  });

  it('does each one’s work as its own asker’s, whoever’s end it is begun by', async () => {
    const turns = new Turns(1);
    const first = held();
    const by = (person: string, work: () => Promise<unknown>): Promise<unknown> =>
      askingFor(
        person,
        () => false,
        () => turns.take(person, work),
      );
    const one = by('first', first.work);
    const two = by('second', () => Promise.resolve(asking()?.person));
    first.end();
    await one;
    expect(await two).toBe('second');
  });
});
