import type { BoundEffect, CountAnswer, KeptBound, SavedSearch } from '@perambula/contract';
import type { DrawnShape, Search } from '@perambula/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

const circle = (radiusMeters: number): DrawnShape => ({ type: 'Circle', center: [-66.006, 40.609], radiusMeters });
const keep = (name: string, radiusMeters: number): Promise<KeptBound> =>
  stack.juno.good<KeptBound>('POST', '/api/bounds', { name, note: 'as walked', shape: circle(radiusMeters) });
const save = (name: string, bounds: Search['bounds']): Promise<SavedSearch> =>
  stack.juno.good<SavedSearch>('POST', '/api/searches', {
    name,
    document: { version: 1, kinds: ['Residential'], lines: [], bounds, order: [] },
  });
const fitOf = async (document: Search): Promise<number> =>
  (await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: document })).fit;

describe('a bound kept by name', () => {
  it('tells what a change would do to each search that has it, and then does just that', async () => {
    const kept = await keep('About the square', 600);
    const own = { id: 'b', mode: 'in', name: kept.name, shape: kept.shape, keptId: kept.id } as const;
    const search = await save('By the square', [own]);
    const other = await save('Elsewhere', [{ id: 'b', mode: 'in', shape: circle(600) }]);
    const before = await fitOf(search.document);

    const effect = await stack.juno.good<BoundEffect[]>('POST', `/api/bounds/${kept.id}/effect`, { shape: circle(2500) });
    expect(effect).toHaveLength(1);
    expect(effect[0]).toMatchObject({
      searchId: search.id,
      name: 'By the square',
      clientName: null,
      cadence: null,
      before,
      goes: 0,
    });
    const after = await fitOf({ ...search.document, bounds: [{ ...own, shape: circle(2500) }] });
    expect(effect[0]?.after).toBe(after);
    expect(effect[0]?.comes).toBe(after - before);
    expect(after).toBeGreaterThan(before);
    expect((await stack.juno.good<SavedSearch>('GET', `/api/searches/${search.id}`)).version).toBe(1);

    const body = { name: 'About Ferry Square', note: '', shape: circle(2500) };
    expect(await stack.juno.good<KeptBound>('PUT', `/api/bounds/${kept.id}`, body)).toMatchObject({ ...body, searches: 1 });
    const changed = await stack.juno.good<SavedSearch>('GET', `/api/searches/${search.id}`);
    expect(changed.version).toBe(2);
    expect(changed.document.bounds).toEqual([{ ...own, name: 'About Ferry Square', shape: circle(2500) }]);
    expect((await stack.juno.good<SavedSearch>('GET', `/api/searches/${other.id}`)).version).toBe(1);
  });

  it('has a name of its own, and searches keep their copies when it goes', async () => {
    const kept = await keep('The mill', 300);
    const again = await stack.juno.ask('POST', '/api/bounds', { name: 'The mill', note: '', shape: circle(10) });
    expect(again).toMatchObject({ status: 409, body: { code: 'bound.named' } });
    const search = await save('Not the mill', [{ id: 'b', mode: 'out', shape: kept.shape, keptId: kept.id }]);
    await stack.juno.good('DELETE', `/api/bounds/${kept.id}`);
    expect((await stack.juno.good<KeptBound[]>('GET', '/api/bounds')).map(({ name }) => name)).not.toContain('The mill');
    expect((await stack.juno.good<SavedSearch>('GET', `/api/searches/${search.id}`)).document.bounds[0]?.shape).toEqual(
      circle(300),
    );
  });

  it('is a drawn shape, and refused with a sentence when it is not', async () => {
    for (const shape of [{ type: 'Polygon', coordinates: [] }, { type: 'TravelTime', minutes: 5 }, {}]) {
      const answer = await stack.juno.ask('POST', '/api/bounds', { name: 'None', note: '', shape });
      expect(answer.status).toBe(422);
      expect(answer.body.message).toMatch(/\.$/);
    }
  });
});
