import type { Shortlist, WantedAnswer } from '@perambula/contract';
import type { FitAnswer } from '@perambula/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

describe('who would want a home', () => {
  it('is each client whose search it fits, line by line, and the shortlists that hold it', async () => {
    const { juno } = stack;
    const client = await juno.fileOf('Amara');
    const search = await juno.searchOf('Amara');
    const { rows } = await juno.good<{ rows: { ListingKey: string }[] }>('POST', '/api/searches/listings', {
      search: search.document,
      set: 'fit',
      limit: 1,
    });
    const key = rows[0]?.ListingKey ?? '';
    const fit = await juno.good<FitAnswer>('GET', `/api/listings/${key}/fit/${search.id}`);
    expect(fit.inReach && fit.rows.filter(({ nice }) => !nice).every(({ truth }) => truth === true)).toBe(true);
    const list = await juno.good<Shortlist>('POST', '/api/shortlists', { clientId: client.id, name: 'Held', listingKeys: [key] });
    const wanted = await juno.good<WantedAnswer>('GET', `/api/listings/${key}/wanted`);
    expect(wanted.wantedBy.find(({ clientId }) => clientId === client.id)).toMatchObject({ fits: true, how: 'fits' });
    expect(wanted.shortlists).toContainEqual(expect.objectContaining({ id: list.id, client: client.name, stage: 'considering' }));
    // another agent has neither her clients nor her searches
    const other = await stack.silas.good<WantedAnswer>('GET', `/api/listings/${key}/wanted`);
    expect([other.wantedBy.some(({ clientId }) => clientId === client.id), other.said, other.shortlists]).toEqual([
      false,
      [],
      [],
    ]);
    expect((await stack.silas.ask('GET', `/api/listings/${key}/fit/${search.id}`)).status).toBe(404);
  });
});
