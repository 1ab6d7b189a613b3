import type { MarketAsk, MovedAnswer, MovementAnswer, Today } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

/** A month that is over, so that nothing more comes to it: midnight to midnight in the county's zone. */
const MARCH: Omit<MarketAsk, 'scope'> = { over: 'between', from: '2025-03-01', to: '2025-03-31' };
const [FROM, TO] = [new Date('2025-03-01T05:00:00Z'), new Date('2025-04-01T04:00:00Z')];
const IN_TOWN: Search = {
  version: 1,
  kinds: ['Residential'],
  lines: [
    { id: 'a', field: 'City', is: { anyOf: ['Sedge Ferry'] } },
    // the status is what moves: a line on it leaves nothing out
    { id: 'b', field: 'Status', is: { anyOf: ['Active'] } },
  ],
  bounds: [],
  order: [],
};

const moved = (ask: Partial<MarketAsk> = {}): Promise<MovementAnswer> =>
  stack.juno.good('POST', '/api/market/moved', { scope: null, ...MARCH, ...ask });
const homes = (of: string, more: object = {}): Promise<MovedAnswer> =>
  stack.juno.good('POST', '/api/market/moved/homes', { scope: null, ...MARCH, moved: [of], order: 'latest', ...more });
const count = async (sql: string, values: readonly unknown[]): Promise<number> => {
  const connection = await stack.connect();
  const [[row]] = (await connection.query(`SELECT COUNT(*) AS n FROM ${sql}`, [...values])) as unknown as [[{ n: string }]];
  await connection.end();
  return Number(row.n);
};

/** Counted apart, from the rows as they are stored. */
const byHand = async (where: string): Promise<Record<string, number>> => {
  const change = (from: string, to: string): Promise<number> =>
    count(
      `listing_events e JOIN listings l USING (listingKey)
       WHERE l.removed = 0 AND e.field = 'StandardStatus' AND e.at >= ? AND e.at < ? AND ${from} AND ${to} AND ${where}`,
      [FROM, TO],
    );
  const firstStatus = `COALESCE((SELECT s.fromValue FROM listing_events s WHERE s.listingKey = e.listingKey AND s.field = 'StandardStatus'
    ORDER BY s.at, s.id LIMIT 1), l.standardStatus)`;
  const listed = (status: string): Promise<number> =>
    count(
      `listing_events e JOIN listings l USING (listingKey)
       WHERE l.removed = 0 AND e.field = 'ListingKey' AND e.at >= ? AND e.at < ? AND ${firstStatus} = '${status}' AND ${where}`,
      [FROM, TO],
    );
  const priced = (sign: '<' | '>'): Promise<number> =>
    count(
      `(SELECT e.listingKey,
          SUBSTRING_INDEX(GROUP_CONCAT(e.fromValue ORDER BY e.at, e.id), ',', 1) + 0 AS was,
          SUBSTRING_INDEX(GROUP_CONCAT(e.toValue ORDER BY e.at DESC, e.id DESC), ',', 1) + 0 AS now
        FROM listing_events e JOIN listings l USING (listingKey)
        WHERE l.removed = 0 AND e.field = 'ListPrice' AND e.at >= ? AND e.at < ? AND ${where} GROUP BY e.listingKey) p
       WHERE p.now ${sign} p.was`,
      [FROM, TO],
    );
  const active = "e.fromValue = 'Active'";
  return {
    comingSoon: await listed('Coming Soon'),
    new: (await listed('Active')) + (await change("e.fromValue = 'Coming Soon'", "e.toValue = 'Active'")),
    back: await change("e.fromValue <> 'Coming Soon'", "e.toValue = 'Active'"),
    underContract: await change(active, "e.toValue IN ('Active Under Contract', 'Pending', 'Closed')"),
    pending: await change('TRUE', "e.toValue = 'Pending'"),
    closed: await change('TRUE', "e.toValue = 'Closed'"),
    withdrawn: await change(active, "e.toValue = 'Withdrawn'"),
    expired: await change(active, "e.toValue = 'Expired'"),
    canceled: await change(active, "e.toValue = 'Canceled'"),
    onHold: await change(active, "e.toValue = 'Hold'"),
    priceDown: await priced('<'),
    priceUp: await priced('>'),
  };
};

describe('what moved', () => {
  it.each([
    ['in the whole market', null, 'TRUE'],
    [
      'of the houses of a town',
      IN_TOWN,
      "JSON_VALUE(l.data, '$.City') = 'Sedge Ferry' AND JSON_VALUE(l.data, '$.PropertyType') = 'Residential'",
    ],
  ])('%s is what the stored changes say, counted by SQL', async (_where, scope, where) => {
    const { counts, forSale } = await moved({ scope });
    const counted = await byHand(where);
    expect(counts).toMatchObject(counted);
    expect(Object.values(counted).filter((each) => each > 0).length).toBeGreaterThan(6);
    expect(forSale.to - forSale.from).toBe(counts.net);
  });

  it('opens as lists, each as long as it says, by the size of the change', async () => {
    const { counts, cuts, back } = await moved();
    for (const each of ['new', 'back', 'priceDown', 'withdrawn', 'aside'] as const)
      expect((await homes(each, { limit: 1 })).total).toBe(counts[each]);
    const { rows } = await homes('priceDown', { order: 'percent', limit: 200 });
    const shares = rows.map(({ from, to }) => ((from ?? 0) - (to ?? 0)) / (from ?? 1));
    expect(shares).toEqual(shares.toSorted((a, b) => b - a));
    if (counts.priceDown <= 200) expect(shares.filter((share) => share > 0.05).length).toBe(cuts.large);
    expect(back.reduce((sum, { homes: some }) => sum + some, 0)).toBe(counts.back);
    const second = await homes('priceDown', { order: 'percent', limit: 1, offset: 1 });
    expect(second.rows[0]?.listing.ListingKey).toBe(rows[1]?.listing.ListingKey);
  });

  it('says whose searches a home fits', async () => {
    const { rows } = await stack.juno.good<MovedAnswer>('POST', '/api/market/moved/homes', {
      ...{ scope: null, over: 'days30', moved: ['new'], order: 'latest', limit: 200 },
    });
    const fitting = rows.find(({ wantedBy }) => wantedBy.some(({ how }) => how === 'fits'));
    const wanted = await stack.juno.good<{ wantedBy: { clientId: string; fits: boolean }[] }>(
      'GET',
      `/api/listings/${fitting?.listing.ListingKey}/wanted`,
    );
    expect(wanted.wantedBy.filter(({ fits }) => fits).map(({ clientId }) => clientId)).toContain(
      fitting?.wantedBy.find(({ how }) => how === 'fits')?.clientId,
    );
  });

  it('since the agent looked last begins there', async () => {
    const { sinceAt } = await stack.juno.good<Today>('GET', '/api/today');
    const { from } = await moved({ over: 'sinceLooked' });
    if (sinceAt !== null) expect(from).toBe(sinceAt);
  });

  it.each([
    ['days in the wrong order', { scope: null, over: 'between', from: '2025-03-02', to: '2025-03-01' }],
    ['no days', { scope: null, over: 'between' }],
    ['a day that is none', { scope: null, over: 'between', from: '2025-02-30', to: '2025-03-01' }],
    ['a scope that is no search', { scope: { version: 1 }, over: 'today' }],
    ['no scope at all', { over: 'today' }],
    ['a span of its own', { scope: null, over: 'always' }],
  ])('refuses %s', async (_what, body) => {
    expect((await stack.juno.ask('POST', '/api/market/moved', body)).status).toBe(422);
  });
});
