import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, it } from 'vitest';
import type { Search } from '@perambula/core';
import { EngineThreads } from '../../dist/searches/engine.threads.js';
import type { PutRecord } from '../../dist/searches/engine.worker.js';

const folder = mkdtempSync(join(tmpdir(), 'perambula-threads-'));
afterAll(() => rmSync(folder, { recursive: true }));

const time = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };
const under = (dollars: number): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines: [
    { id: 'a', field: 'ListPrice', is: { atMost: dollars } },
    { id: 'b', field: 'PublicRemarks', is: { words: { anyOf: ['lantern'] } } },
  ],
  bounds: [],
  order: [],
});

/** So many homes from a number on, the n-th at n thousand dollars. */
const homes = (from: number, many: number): PutRecord[] =>
  Array.from({ length: many }, (_, i) => ({
    reader: null,
    data: JSON.stringify({
      ListingKey: `K${from + i}`,
      PropertyType: 'Residential',
      StandardStatus: 'Active',
      ListPrice: 1000 * (from + i),
      PublicRemarks: 'A lantern by the door',
    }),
  }));

describe('the engine’s threads', () => {
  let lost = 0;
  let threads: EngineThreads;
  const begin = (many: number): void => {
    lost = 0;
    threads = new EngineThreads(many, { countyDir: folder }, () => lost++);
  };
  const count = async (dollars: number): Promise<number> =>
    (await threads.askSliced('count', { search: under(dollars), time, made: [], reader: null }, (id) => id)).fit;
  /** As many questions as keep every thread busy. */
  const asked = (dollars: number): Promise<number[]> => Promise.all(Array.from({ length: 12 }, () => count(dollars)));
  afterEach(() => threads.end());

  it.each([1, 2, 3])('answer alike, %i of them, before and after each change', async (many) => {
    begin(many);
    await threads.write('put', { records: homes(0, 500), removed: [] });
    expect(new Set(await asked(250_000))).toEqual(new Set([251]));
    await threads.write('put', { records: homes(500, 5000), removed: ['K7'] });
    expect(new Set(await asked(250_000))).toEqual(new Set([250]));
    expect(new Set(await asked(3_000_000))).toEqual(new Set([3000]));
  });

  it('answer each from one whole state, begun before a change from before it, and asked after it from after it', async () => {
    begin(3);
    await threads.write('put', { records: homes(0, 2000), removed: [] });
    const before = asked(1_000_000);
    const change = threads.write('put', { records: [], removed: homes(0, 100).map((_, n) => `K${n}`) });
    const after = asked(1_000_000);
    await change;
    const answers = await before;
    // the first had its turn at once; who waited for one may be answered later
    expect(answers[0]).toBe(1001);
    expect(answers.filter((fit) => fit !== 1001 && fit !== 901)).toEqual([]);
    expect(new Set(await after)).toEqual(new Set([901]));
  });

  it('take up what any of them wrote to a file', async () => {
    begin(2);
    const file = join(folder, 'engine.snapshot');
    expect(await threads.write('load', { file })).toMatchObject({ sequence: null });
    await threads.write('put', { records: homes(0, 800), removed: [] });
    await Promise.all([asked(1), threads.ask('save', { file, sequence: 42 })]);
    await threads.end();
    expect(lost).toBe(1);
    expect(await count(1_000_000)).toBe(0);
    expect(await threads.write('load', { file })).toMatchObject({ sequence: 42 });
    expect(new Set(await asked(100_000))).toEqual(new Set([101]));
  });

  it('say what is wrong to who asked, and go on', async () => {
    begin(2);
    await threads.write('put', { records: homes(0, 50), removed: [] });
    await expect(threads.write('put', { records: [{ data: 'no record', reader: null }], removed: [] })).rejects.toThrow('JSON');
    await expect(
      threads.askSliced('count', { search: {} as Search, time, made: [], reader: null }, (id) => id),
    ).rejects.toThrow();
    expect(new Set(await asked(10_000))).toEqual(new Set([11]));
  });
});
