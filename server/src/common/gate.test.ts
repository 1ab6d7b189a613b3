import { describe, expect, it } from 'vitest';
import { Gate } from './gate.js';

/** Work that says when it begins, and ends when it is told to. */
function worksOf(): {
  log: string[];
  work: (name: string) => () => Promise<string>;
  end: (name: string, error?: Error) => Promise<void>;
} {
  const log: string[] = [];
  const ends = new Map<string, (error?: Error) => void>();
  return {
    log,
    work: (name) => () =>
      new Promise((resolve, reject) => {
        log.push(name);
        ends.set(name, (error) => (error ? reject(error) : resolve(name)));
      }),
    async end(name, error) {
      ends.get(name)?.(error);
      await settled();
    },
  };
}

const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

describe('a gate', () => {
  it('lets reads run side by side, a write wait for those before it, and what comes after wait for the write', async () => {
    const { log, work, end } = worksOf();
    const gate = new Gate();
    const answers = [
      gate.read(work('a')),
      gate.read(work('b')),
      gate.write(work('W')),
      gate.read(work('c')),
      gate.write(work('X')),
    ];
    await settled();
    expect(log).toEqual(['a', 'b']);
    await end('a');
    expect(log).toEqual(['a', 'b']);
    await end('b');
    expect(log).toEqual(['a', 'b', 'W']);
    await end('W');
    expect(log).toEqual(['a', 'b', 'W', 'c']);
    await end('c');
    expect(log).toEqual(['a', 'b', 'W', 'c', 'X']);
    await end('X');
    expect(await Promise.all(answers)).toEqual(['a', 'b', 'W', 'c', 'X']);
  });

  it('goes on after work that failed, and tells who asked for it', async () => {
    const { log, work, end } = worksOf();
    const gate = new Gate();
    const [read, write, after] = [gate.read(work('a')), gate.write(work('W')), gate.read(work('b'))];
    const failures = Promise.allSettled([read, write]);
    await settled();
    await end('a', new Error('no a'));
    await end('W', new Error('no W'));
    await end('b');
    expect(await after).toBe('b');
    expect((await failures).map((each) => each.status === 'rejected' && String(each.reason))).toEqual([
      'Error: no a',
      'Error: no W',
    ]);
    expect(log).toEqual(['a', 'W', 'b']);
  });
});
