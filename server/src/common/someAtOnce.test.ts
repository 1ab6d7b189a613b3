import { describe, expect, it } from 'vitest';
import { someAtOnce } from './someAtOnce.js';

describe('someAtOnce', () => {
  it('does each once, so many at a time', async () => {
    const done: number[] = [];
    let [running, most] = [0, 0];
    await someAtOnce(3, [1, 2, 3, 4, 5, 6, 7], async (item) => {
      most = Math.max(most, ++running);
      await Promise.resolve();
      running--;
      done.push(item);
    });
    expect(done.sort()).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(most).toBe(3);
  });
  it('tries all, whatever fails, and then says what did', async () => {
    const tried: number[] = [];
    const work = async (item: number): Promise<void> => {
      tried.push(item);
      await Promise.resolve();
      if (item % 2 === 0) throw new Error(`No ${item}.`);
    };
    await expect(someAtOnce(2, [1, 2, 3, 4, 5], work)).rejects.toThrow('No 2.');
    expect(tried).toHaveLength(5);
  });
});
