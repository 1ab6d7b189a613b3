import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientFile, Shortlist, Today, WantedAnswer } from '@perambula/contract';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let clientId = '';
let keys: readonly string[] = [];
beforeAll(async () => {
  stack = await startTestStack();
  ({ id: clientId } = await stack.juno.fileOf('Amara'));
  keys = (await stack.juno.homesForSale(20)).map(({ ListingKey }) => ListingKey);
}, 120_000);
afterAll(() => stack.end());

const made = (name: string, listingKeys: readonly string[], whose: string | null = clientId): Promise<Shortlist> =>
  stack.juno.good('POST', '/api/shortlists', { clientId: whose, name, listingKeys });
const read = (id: string): Promise<Shortlist> => stack.juno.good('GET', `/api/shortlists/${id}`);
const keysOf = ({ items }: Shortlist): string[] => items.map(({ listingKey }) => listingKey);
const run = async (sql: string, values: readonly unknown[]): Promise<void> => {
  const connection = await stack.connect();
  await connection.query(sql, [...values]);
  await connection.end();
};

describe('the homes of a shortlist', () => {
  it('are saved as a file in their order; what is gone is left out, and a file of nothing is refused', async () => {
    const wanted = [keys[2], 'gone', keys[0]];
    const file = await stack.juno.good<{ value: { ListingKey: string }[] }>('POST', '/api/searches/file/listings', {
      ...{ keys: wanted, type: 'json' },
    });
    expect(file.value.map(({ ListingKey }) => ListingKey)).toEqual([keys[2], keys[0]]);
    const places = await stack.juno.good<string>('POST', '/api/searches/file/listings', { keys: wanted, type: 'kml' });
    expect(places.match(/<Placemark>/g)).toHaveLength(2);
    expect((await stack.juno.ask('POST', '/api/searches/file/listings', { keys: [], type: 'csv' })).status).toBe(422);
  });
});

describe('a home on a shortlist', () => {
  it('that is taken off is put back to where it was, with what was noted; put on anew it is new', async () => {
    const list = await made('Undone', keys.slice(0, 3));
    const second = list.items[1];
    await stack.juno.good('PATCH', `/api/shortlists/${list.id}/items/${second?.id}`, { note: 'South light', stage: 'offer' });
    const without = await stack.juno.good<Shortlist>('DELETE', `/api/shortlists/${list.id}/items/${second?.id}`);
    expect(keysOf(without)).toEqual([keys[0], keys[2]]);
    const back = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${list.id}/items/${second?.id}/restore`);
    expect(keysOf(back)).toEqual(keys.slice(0, 3));
    expect(back.items[1]).toMatchObject({ note: 'South light', stage: 'offer' });
    await stack.juno.good('DELETE', `/api/shortlists/${list.id}/items/${second?.id}`);
    const anew = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${list.id}/items`, { listingKeys: [keys[1]] });
    expect(keysOf(anew)).toEqual([keys[0], keys[2], keys[1]]);
    expect(anew.items[2]).toMatchObject({ note: '', stage: 'considering' });
  });

  it('goes from stage to stage by its showings, and is dropped for a reason', async () => {
    const list = await made('Stages', [keys[3] ?? '']);
    const { id: showingId } = await stack.juno.good<{ id: string }>('POST', '/api/showings', { clientId, listingKey: keys[3] });
    const stage = async (): Promise<string | undefined> => (await read(list.id)).items[0]?.stage;
    expect(await stage()).toBe('asked');
    const now = Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);
    const confirmedAt = (hours: number): Promise<void> =>
      run("UPDATE showings SET state = 'confirmed', startAt = ? WHERE id = ?", [new Date(now + hours * 3_600_000), showingId]);
    await confirmedAt(5);
    expect(await stage()).toBe('booked');
    await confirmedAt(-5);
    expect(await stage()).toBe('seen');
    const path = `/api/shortlists/${list.id}/items/${list.items[0]?.id}`;
    const dropped = await stack.juno.good<Shortlist>('PATCH', path, { stage: 'dropped', why: 'The road is loud.' });
    expect(dropped.items[0]).toMatchObject({ stage: 'dropped', why: 'The road is loud.' });
    expect((await stack.juno.ask('PATCH', path, { stage: 'gone' })).status).toBe(422);
  });

  it('tells what changed since it was added, and since its household was told of it; Today tells it, too', async () => {
    const [added, sent] = [keys[4] ?? '', keys[5] ?? ''];
    const list = await made('Watched', [added, sent]);
    const now = Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);
    const at = (hours: number): Date => new Date(now + hours * 3_600_000);
    const price = Number(list.items[0]?.listing['ListPrice']);
    expect(list.items[0]).toMatchObject({ sinceAdded: { price: null, status: null }, sentAt: null, sinceSent: null });
    await run('UPDATE shortlist_items SET priceWhenAdded = ?, statusWhenAdded = ? WHERE shortlistId = ? AND listingKey = ?', [
      price + 10_000,
      'Coming Soon',
      list.id,
      added,
    ]);
    await run('INSERT INTO sent_homes (clientId, listingKey, at) VALUES (?, ?, ?)', [clientId, sent, at(-10)]);
    const event = 'INSERT INTO listing_events (sequence, listingKey, field, fromValue, toValue, at) VALUES (1, ?, ?, ?, ?, ?)';
    await run(event, [sent, 'ListPrice', '500000', '480000', at(-12)]);
    await run(event, [sent, 'ListPrice', '480000', '470000', at(-5)]);
    const after = await read(list.id);
    expect(after.items[0]?.sinceAdded).toEqual({
      price: { from: price + 10_000, to: price },
      status: { from: 'Coming Soon', to: 'Active' },
    });
    expect(after.items[1]).toMatchObject({
      sentAt: at(-10).toISOString(),
      sinceSent: { price: { from: 480_000, to: 470_000 }, status: null },
    });
    const today = await stack.juno.good<Today>('GET', '/api/today');
    const told = today.shortlisted.filter(({ shortlistId }) => shortlistId === list.id);
    expect(told).toMatchObject([{ home: { listingKey: sent }, news: { price: { from: 500_000, to: 470_000 } } }]);
    await stack.juno.good('PATCH', `/api/shortlists/${list.id}`, { archived: true });
    const later = await stack.juno.good<Today>('GET', '/api/today');
    expect(later.shortlisted.some(({ shortlistId }) => shortlistId === list.id)).toBe(false);
  });
  it('tells of a home whose listing is over that it is listed anew', async () => {
    const of = (table: string, field: string): string => `JSON_VALUE(${table}.data, '$.${field}')`;
    const connection = await stack.connect();
    const [[pair]] = (await connection.query(
      `SELECT old.listingKey AS old, anew.listingKey AS anew
       FROM listings old JOIN listings anew ON anew.parcelNumber = old.parcelNumber AND anew.removed = 0
       WHERE old.standardStatus IN ('Withdrawn', 'Expired', 'Canceled') AND anew.standardStatus = 'Active'
         AND ${of('old', 'PropertyType')} = 'Residential' AND ${of('anew', 'PropertyType')} = 'Residential'
         AND ${of('anew', 'ListingContractDate')} >= ${of('old', 'ListingContractDate')}
       LIMIT 1`,
    )) as [[{ old: string; anew: string }], unknown];
    await connection.end();
    const { old, anew } = pair;
    const list = await made('Once more', [old, anew]);
    expect(list.items.map(({ listingKey, anew: later }) => [listingKey, later?.listingKey ?? null])).toEqual([
      [old, anew],
      [anew, null],
    ]);
    expect(list.items[0]?.anew?.price).toBe(list.items[1]?.listing['ListPrice']);
    // Today tells it when the later one comes
    await run(
      "INSERT INTO listing_events (sequence, listingKey, field, fromValue, toValue, at) VALUES (1, ?, 'ListingKey', ?, ?, ?)",
      [
        anew,
        null,
        JSON.stringify(anew),
        new Date(Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now) - 60_000),
      ],
    );
    const { shortlisted } = await stack.juno.good<Today>('GET', '/api/today');
    expect(shortlisted.find(({ home }) => home.listingKey === old)?.anew).toEqual(list.items[0]?.anew);
  });
});

describe('a whole shortlist', () => {
  it('is named anew, and put away out of the portal', async () => {
    const list = await made('Old name', keys.slice(0, 2));
    await stack.juno.good('PUT', `/api/shortlists/${list.id}/sharing`, { shared: true });
    const changed = await stack.juno.good<Shortlist>('PATCH', `/api/shortlists/${list.id}`, { name: 'New name', archived: true });
    expect(changed).toMatchObject({ name: 'New name', sharedAt: null });
    expect(changed.archivedAt).not.toBeNull();
    expect(await stack.juno.good('PATCH', `/api/shortlists/${list.id}`, { archived: false })).toMatchObject({ archivedAt: null });
    expect((await stack.juno.ask('PATCH', `/api/shortlists/${list.id}`, { name: ' ' })).status).toBe(422);
    expect((await stack.silas.ask('PATCH', `/api/shortlists/${list.id}`, { name: 'Mine' })).status).toBe(404);
  });

  it('is doubled with its notes, and made one with another of the same client’s, each home once', async () => {
    const first = await made('First', keys.slice(6, 9));
    await stack.juno.good('PATCH', `/api/shortlists/${first.id}/items/${first.items[0]?.id}`, { note: 'The best' });
    const second = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${first.id}/copy`, { name: 'Second' });
    expect([second.name, keysOf(second), second.items[0]?.note]).toEqual(['Second', keys.slice(6, 9), 'The best']);
    await stack.juno.good('POST', `/api/shortlists/${second.id}/items`, { listingKeys: [keys[10]] });
    await stack.juno.good('DELETE', `/api/shortlists/${first.id}/items/${first.items[2]?.id}`);
    const one = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${first.id}/merge`, { otherId: second.id });
    expect(keysOf(one)).toEqual([keys[6], keys[7], keys[8], keys[10]]);
    expect((await stack.juno.ask('GET', `/api/shortlists/${second.id}`)).status).toBe(404);
    const { id: other } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Wren Tolley', people: [] });
    const foreign = await made('Foreign', [keys[0] ?? ''], other);
    expect((await stack.juno.ask('POST', `/api/shortlists/${first.id}/merge`, { otherId: foreign.id })).status).toBe(422);
  });

  it('is deleted with its homes, out of the portal, too, and brought back as it was', async () => {
    const list = await made('Gone', keys.slice(0, 2));
    await stack.juno.good('PUT', `/api/shortlists/${list.id}/sharing`, { shared: true });
    expect((await stack.silas.ask('DELETE', `/api/shortlists/${list.id}`)).status).toBe(404);
    const where = async (): Promise<boolean[]> => {
      const all = await stack.juno.good<Shortlist[]>('GET', '/api/shortlists');
      const { shortlists } = await stack.juno.good<ClientFile>('GET', `/api/clients/${clientId}`);
      const wanted = await stack.juno.good<WantedAnswer>('GET', `/api/listings/${keys[0]}/wanted`);
      return [all, shortlists, wanted.shortlists].map((lists) => lists.some(({ id }) => id === list.id));
    };
    expect(await where()).toEqual([true, true, true]);
    await stack.juno.good('DELETE', `/api/shortlists/${list.id}`);
    expect(await where()).toEqual([false, false, false]);
    expect((await stack.juno.ask('GET', `/api/shortlists/${list.id}`)).status).toBe(404);
    expect((await stack.silas.ask('POST', `/api/shortlists/${list.id}/restore`)).status).toBe(404);
    const back = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${list.id}/restore`);
    expect([keysOf(back), back.sharedAt]).toEqual([keys.slice(0, 2), expect.any(String)]);
    expect(await where()).toEqual([true, true, true]);
    expect((await stack.juno.ask('POST', `/api/shortlists/${list.id}/restore`)).status).toBe(404);
  });

  it('that was deleted a month ago is gone for good when another is', async () => {
    const [old, next] = [await made('Old', keys.slice(0, 1)), await made('Next', [])];
    await stack.juno.good('DELETE', `/api/shortlists/${old.id}`);
    const now = Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);
    await run('UPDATE shortlists SET removedAt = ? WHERE id = ?', [new Date(now - 31 * 86_400_000), old.id]);
    await stack.juno.good('DELETE', `/api/shortlists/${next.id}`);
    expect((await stack.juno.ask('POST', `/api/shortlists/${old.id}/restore`)).status).toBe(404);
    expect((await stack.juno.ask('POST', `/api/shortlists/${next.id}/restore`)).status).toBe(200);
  });

  it('that became part of another is brought back with its homes, as they are noted by then', async () => {
    const [one, other] = [await made('One', keys.slice(0, 2)), await made('Other', keys.slice(1, 4))];
    const both = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${one.id}/merge`, { otherId: other.id });
    expect(keysOf(both)).toEqual(keys.slice(0, 4));
    await stack.juno.good('PATCH', `/api/shortlists/${one.id}/items/${both.items[3]?.id}`, { note: 'Since then' });
    const back = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${other.id}/restore`);
    expect([keysOf(back), back.items[2]?.note]).toEqual([keys.slice(1, 4), 'Since then']);
    expect(keysOf(await read(one.id))).toEqual(keys.slice(0, 2));
  });
});

describe('a shortlist of the agent’s own', () => {
  it('is nobody’s, until it is given to a client', async () => {
    const list = await made('Worth a look', keys.slice(0, 2), null);
    expect(list).toMatchObject({ clientId: null, clientName: null });
    expect(list.items[0]).toMatchObject({ sentAt: null, reactions: [] });
    const wanted = await stack.juno.good<WantedAnswer>('GET', `/api/listings/${keys[0]}/wanted`);
    expect(wanted.shortlists).toContainEqual(expect.objectContaining({ id: list.id, clientId: null, client: null }));
    expect((await stack.juno.ask('PUT', `/api/shortlists/${list.id}/sharing`, { shared: true })).status).toBe(422);
    expect((await stack.silas.ask('PATCH', `/api/shortlists/${list.id}`, { clientId })).status).toBe(404);
    const given = await stack.juno.good<Shortlist>('PATCH', `/api/shortlists/${list.id}`, { clientId });
    expect([given.clientId, keysOf(given)]).toEqual([clientId, keys.slice(0, 2)]);
    const { id: other } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Ines Vale', people: [] });
    expect((await stack.juno.ask('PATCH', `/api/shortlists/${list.id}`, { clientId: other })).status).toBe(422);
  });

  it('becomes one with another of the agent’s own, and with no client’s', async () => {
    const [one, other, theirs] = [
      await made('One', keys.slice(0, 1), null),
      await made('Other', keys.slice(1, 2), null),
      await made('Theirs', keys.slice(2, 3)),
    ];
    expect((await stack.juno.ask('POST', `/api/shortlists/${one.id}/merge`, { otherId: theirs.id })).status).toBe(422);
    const both = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${one.id}/merge`, { otherId: other.id });
    expect(keysOf(both)).toEqual(keys.slice(0, 2));
  });
});
