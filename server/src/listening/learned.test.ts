import { randomUUID } from 'node:crypto';
import type { Learned, ListingsAnswer } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import type { Connection } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
let database: Connection;
let homes: readonly ListingRecord[] = [];
beforeAll(async () => {
  stack = await sharedStack();
  database = await stack.connect();
  const search = {
    version: 1,
    kinds: ['Residential'],
    lines: [],
    bounds: [],
    order: [{ field: 'ListPrice', direction: 'asc' }],
  };
  ({ rows: homes } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit', limit: 300 }));
});
afterAll(async () => {
  await database.end();
});

const learnedOf = (clientId: string): Promise<Learned> => stack.juno.good<Learned>('GET', `/api/clients/${clientId}/learned`);
const say = async (clientId: string, personId: string, listingKey: string, verdict: string, note = ''): Promise<unknown> =>
  database.query(
    'INSERT INTO reactions (id, clientId, personId, listingKey, verdict, note, at) VALUES (?, ?, ?, ?, ?, ?, NOW(3))',
    [randomUUID(), clientId, personId, listingKey, verdict, note],
  );
/** So many homes of before or since a year. */
const built = (year: number, isSince: boolean, many: number): string[] =>
  homes
    .filter(({ YearBuilt: at }) => typeof at === 'number' && (isSince ? at >= year : at < year))
    .slice(0, many)
    .map(({ ListingKey }) => ListingKey);

describe('lines learned from answers', () => {
  it('are told with what they would take away, tried as the engine counts it, and set aside for good', async () => {
    const { id, people, savedSearches } = await stack.juno.fileOf('Bashir');
    const [person] = people;
    const [search] = savedSearches;
    expect((await learnedOf(id)).changes).toEqual([]);
    for (const key of built(1970, true, 8)) await say(id, person?.id ?? '', key, 'like');
    for (const key of built(1950, false, 4)) await say(id, person?.id ?? '', key, 'notForUs', 'Too old for us');
    const { changes, begin } = await learnedOf(id);
    const change = changes.find(({ label }) => label === 'Year built');
    expect(begin).toBeNull();
    expect(change).toMatchObject({ searchId: search?.id, person: 'Bashir', before: null, adds: 0 });
    expect(change?.evidence).toMatchObject({ liked: { with: 8, without: 0 }, refused: { with: 0, without: 4 }, said: 4 });
    // what it takes away is what the two searches differ by
    const fitting = async (document: unknown): Promise<number> =>
      (await stack.juno.good<{ fit: number }>('POST', '/api/searches/count', { search: document })).fit;
    expect(change?.drops).toBe((await fitting(search?.document)) - (await fitting(change?.document)));
    // the search itself is as it was
    expect((await stack.juno.searchOf('Bashir')).document).toEqual(search?.document);
    await stack.juno.good('POST', `/api/clients/${id}/learned/aside`, { key: change?.key });
    expect((await learnedOf(id)).changes.map(({ label }) => label)).not.toContain('Year built');
  });

  it('are another agent’s not, and nothing of whoever said little', async () => {
    const { id } = await stack.juno.fileOf('Bashir');
    expect((await stack.silas.ask('GET', `/api/clients/${id}/learned`)).status).toBe(404);
    expect((await stack.silas.ask('POST', `/api/clients/${id}/learned/aside`, { key: 'x' })).status).toBe(404);
    const nadia = await stack.juno.fileOf('Nadia');
    await say(nadia.id, nadia.people[0]?.id ?? '', built(1950, false, 1)[0] ?? '', 'notForUs', 'Too old');
    expect(await learnedOf(nadia.id)).toEqual({ changes: [], begin: null });
  });

  it('begin a search for a client who has none, by what they looked at and did not refuse', async () => {
    const made = await stack.juno.good<{ id: string }>('POST', '/api/clients', {
      name: 'Tove Marsh',
      people: [{ name: 'Tove Marsh', email: 'tove@marsh.example' }],
    });
    const [person] = (await stack.juno.fileOf('Tove')).people;
    expect((await learnedOf(made.id)).begin).toBeNull();
    const looked = built(1970, true, 4);
    for (const [i, key] of looked.entries()) await say(made.id, person?.id ?? '', key, i === 3 ? 'notForUs' : 'like');
    const { begin } = await learnedOf(made.id);
    const priced = homes.filter(({ ListingKey }) => looked.slice(0, 3).includes(ListingKey));
    const dearest = Math.max(...priced.map(({ ListPrice }) => Number(ListPrice)));
    expect(begin?.homes).toBe(3);
    expect(begin?.fit).toBeGreaterThan(0);
    const price = begin?.document.lines.find((line) => 'field' in line && line.field === 'ListPrice');
    const most = price && 'is' in price && 'atMost' in price.is ? Number(price.is.atMost) : 0;
    expect(most).toBeGreaterThanOrEqual(dearest);
    expect(most).toBeLessThanOrEqual(dearest * 1.03);
  });
});
