import { describe, expect, it } from 'vitest';
import { askingFor } from './requestBudget.js';
import { Dropped } from './thread.js';
import { SameAnswers } from './sameAnswers.js';

describe('the same question', () => {
  it('asked by several at once is worked out once, another one by itself', async () => {
    const answers = new SameAnswers<number>();
    let worked = 0;
    const ask = (question: string): Promise<number> => answers.of(question, async () => Promise.resolve(++worked));
    expect(await Promise.all([ask('a'), ask('a'), ask('b'), ask('a')])).toEqual([1, 1, 2, 1]);
    expect(worked).toBe(2);
  });

  it('is worked out anew for whoever still waits when the first to ask does not', async () => {
    const answers = new SameAnswers<string>();
    let leave: (error: Error) => void = () => undefined;
    const first = answers.of('a', () => new Promise((_, reject) => (leave = reject)));
    const second = askingFor(
      'Silas',
      () => false,
      () => answers.of('a', () => Promise.resolve('his own')),
    );
    const third = askingFor(
      'Juno',
      () => true,
      () => answers.of('a', () => Promise.resolve('for nobody')),
    );
    leave(new Dropped());
    await expect(first).rejects.toThrow(Dropped);
    expect(await second).toBe('his own');
    await expect(third).rejects.toThrow(Dropped);
  });

  it('that failed is asked again', async () => {
    const answers = new SameAnswers<string>();
    await expect(answers.of('a', () => Promise.reject(new Error('no roads yet')))).rejects.toThrow('no roads yet');
    expect(await answers.of('a', () => Promise.resolve('there'))).toBe('there');
  });
});
