import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientFile, ClientSummary, Shortlist } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
}, 120_000);
afterAll(() => stack.end());

const clientNamed = async (name: string): Promise<ClientFile> => stack.juno.fileOf(name);
const create = async (name: string, people: object[] = []): Promise<string> =>
  (await stack.juno.good<{ id: string }>('POST', '/api/clients', { name, people })).id;
const homes = async (limit: number): Promise<string[]> => {
  const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [{ field: 'ListPrice', direction: 'asc' }] };
  const { rows } = await stack.juno.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', {
    search,
    set: 'fit',
    limit,
  });
  return rows.map(({ ListingKey }) => ListingKey);
};

describe('a client’s file', () => {
  it('begins with a name and people, addresses as they are compared, nobody confirmed', async () => {
    const id = await create('  Orla Venn ', [{ name: 'Orla Venn', email: 'Orla@Venn.Example', phone: '555-0134' }]);
    const file = await stack.juno.good<ClientFile>('GET', `/api/clients/${id}`);
    expect(file).toMatchObject({ name: 'Orla Venn', agreement: null, notes: '', savedSearches: [], shortlists: [] });
    expect(file.people).toMatchObject([
      { name: 'Orla Venn', email: 'orla@venn.example', phone: '555-0134', confirmedAt: null, stoppedAt: null },
    ]);
    const listed = await stack.juno.good<ClientSummary[]>('GET', '/api/clients');
    expect(listed.find((client) => client.id === id)).toMatchObject({ name: 'Orla Venn', searches: 0, alerts: 0 });
  });

  it('takes a second person, but no address twice however it is written', async () => {
    const { id } = await clientNamed('Orla');
    await stack.juno.good('POST', `/api/clients/${id}/people`, { name: 'Tam Venn', email: 'tam@venn.example' });
    const twice = await stack.juno.ask('POST', `/api/clients/${id}/people`, { name: 'Orla V.', email: 'ORLA@venn.example ' });
    expect(twice).toMatchObject({ status: 422 });
    const again = await stack.juno.ask('POST', `/api/clients/${id}/people`, { name: 'Orla V.', email: 'ORLA@venn.example' });
    expect(again).toMatchObject({ status: 409, body: { code: 'address.known' } });
    expect((await clientNamed('Orla')).people.map(({ name }) => name).sort()).toEqual(['Orla Venn', 'Tam Venn']);
  });

  it('is renamed, noted, and holds an agreement that ends after it begins', async () => {
    const { id } = await clientNamed('Orla');
    const change = (body: object) => stack.juno.ask('PATCH', `/api/clients/${id}`, body);
    await change({ notes: 'Two dogs; a garden that can be fenced.' });
    await change({ agreement: { from: '2026-04-01', until: '2026-09-30', scope: 'Pell County' } });
    const backwards = await change({ agreement: { from: '2026-09-30', until: '2026-04-01', scope: '' } });
    expect(backwards).toMatchObject({ status: 422, body: { details: { path: 'agreement.until' } } });
    expect(await clientNamed('Orla')).toMatchObject({
      notes: 'Two dogs; a garden that can be fenced.',
      agreement: { from: '2026-04-01', until: '2026-09-30', scope: 'Pell County' },
    });
    await change({ agreement: null });
    expect((await clientNamed('Orla')).agreement).toBeNull();
  });

  it.each([
    [{ name: '', people: [] }, 'Type the client’s name.'],
    [{ name: 'X', people: [{ name: '', email: 'x@y.example' }] }, 'Type the person’s name.'],
    [{ name: 'X', people: [{ name: 'X', email: 'x at y' }] }, 'Type an e-mail address'],
  ])('is refused with what to do: %j', async (body, said) => {
    const answer = await stack.juno.ask('POST', '/api/clients', body);
    expect(answer.status).toBe(422);
    expect(answer.body.message).toContain(said);
  });

  it('is the own agent’s alone', async () => {
    const { id, people } = await clientNamed('Orla');
    for (const [method, path, body] of [
      ['GET', `/api/clients/${id}`, undefined],
      ['PATCH', `/api/clients/${id}`, { notes: 'mine now' }],
      ['POST', `/api/clients/${id}/people`, { name: 'S', email: 's@s.example' }],
      ['POST', `/api/clients/${id}/people/${people[0]?.id}/confirmation`, undefined],
    ] as const)
      expect([path, (await stack.silas.ask(method, path, body)).status]).toEqual([path, 404]);
    expect((await clientNamed('Orla')).notes).not.toBe('mine now');
  });
});

describe('an address', () => {
  it('is confirmed by the button behind its own link, which a second press does not move', async () => {
    const { id, people } = await clientNamed('Orla');
    const orla = people.find(({ name }) => name === 'Orla Venn');
    const before = (await stack.mailbox()).length;
    await stack.juno.good('POST', `/api/clients/${id}/people/${orla?.id}/confirmation`);
    const message = (await stack.mailbox(before + 1)).find(({ to }) => to.includes('orla@venn.example'));
    const { text = '' } = await simpleParser(await stack.raw(message?.id ?? ''));
    const [confirm = '', stop = ''] = [/\/confirm\/([\w-]+)/, /\/stop\/([\w-]+)/].map((link) => link.exec(text)?.[1] ?? '');
    const person = async () => (await clientNamed('Orla')).people.find(({ name }) => name === 'Orla Venn');
    expect(await person()).toMatchObject({ confirmedAt: null, confirmationSentAt: expect.any(String) });

    // a link of one purpose does nothing of another
    expect((await stack.browser().ask('POST', '/api/confirm', { token: stop })).status).toBe(404);
    expect(await stack.browser().good('POST', '/api/confirm', { token: confirm })).toEqual({
      name: 'Orla Venn',
      agent: expect.any(String),
    });
    const first = (await person())?.confirmedAt;
    expect(first).not.toBeNull();
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT1H' });
    await stack.browser().good('POST', '/api/confirm', { token: confirm });
    expect((await person())?.confirmedAt).toBe(first);

    await stack.browser().good('POST', '/api/stop', { token: stop });
    const stoppedAt = (await person())?.stoppedAt;
    expect(stoppedAt).not.toBeNull();
    // no link from before the stop undoes it, and the agent cannot ask
    expect((await stack.browser().ask('POST', '/api/confirm', { token: confirm })).status).toBe(404);
    const asked = await stack.juno.ask('POST', `/api/clients/${id}/people/${orla?.id}/confirmation`);
    expect([asked.status, asked.body.code]).toEqual([409, 'address.stopped']);
    expect((await person())?.stoppedAt).toBe(stoppedAt);

    // they themselves can, the same hour and by one message however often they press; a new link starts them
    const sent = new Set((await stack.mailbox()).map(({ id: mail }) => mail));
    for (let i = 0; i < 3; i++) await stack.browser().good('POST', '/api/stop/undo', { token: stop });
    const [again, ...more] = (await stack.mailbox(sent.size + 1)).filter(
      ({ id: mail, to }) => !sent.has(mail) && to.includes('orla@venn.example'),
    );
    expect(more).toEqual([]);
    const letter = await simpleParser(await stack.raw(again?.id ?? ''));
    expect((await person())?.stoppedAt).toBe(stoppedAt);
    await stack.browser().good('POST', '/api/confirm', { token: /\/confirm\/([\w-]+)/.exec(letter.text ?? '')?.[1] });
    expect((await person())?.stoppedAt).toBeNull();
  });

  it('is asked few times, a day apart, and not once it is confirmed', async () => {
    const id = await create('Lou Marsh', [{ name: 'Lou Marsh', email: 'lou@marsh.example' }]);
    const [lou] = (await stack.juno.good<ClientFile>('GET', `/api/clients/${id}`)).people;
    const ask = async (): Promise<number> =>
      (await stack.juno.ask('POST', `/api/clients/${id}/people/${lou?.id}/confirmation`)).status;
    const day = (): Promise<unknown> => stack.juno.good('POST', '/api/demo/clock', { advance: 'P1D' });
    const answers: number[] = [];
    for (let i = 0; i < 5; i++) {
      answers.push(await ask(), await ask());
      await day();
    }
    expect(answers.map((status) => status < 300)).toEqual([true, false, true, false, true, false, false, false, false, false]);
  });

  it('is not confirmed by a token that nobody was given', async () => {
    for (const token of ['', 'x'.repeat(43), '../..', "' OR 1=1 --"])
      expect((await stack.browser().ask('POST', '/api/confirm', { token })).status).toBe(404);
  });
});

describe('a shortlist', () => {
  it('keeps the order in which homes came, each once, with the price and status of that day', async () => {
    const { id } = await clientNamed('Orla');
    const keys = await homes(4);
    const made = await stack.juno.good<Shortlist>('POST', '/api/shortlists', {
      clientId: id,
      name: 'First look',
      listingKeys: keys.slice(0, 3),
    });
    expect(made).toMatchObject({ clientName: 'Orla Venn', name: 'First look' });
    const after = await stack.juno.good<Shortlist>('POST', `/api/shortlists/${made.id}/items`, {
      listingKeys: [keys[1], keys[3]],
    });
    expect(after.items.map(({ listingKey }) => listingKey)).toEqual(keys);
    for (const item of after.items) {
      expect(item).toMatchObject({ stage: 'considering', note: '', reactions: [] });
      expect(item.sinceAdded).toEqual({ price: null, status: null });
    }
    expect((await clientNamed('Orla')).shortlists).toMatchObject([{ name: 'First look', homes: 4, keys }]);
  });

  it('loses one home and none besides, and refuses an order that forgets or repeats one', async () => {
    const [list] = await stack.juno
      .good<Shortlist[]>('GET', '/api/shortlists')
      .then((all) => all.filter(({ name }) => name === 'First look'));
    const ids = list?.items.map((item) => item.id) ?? [];
    const order = (itemIds: readonly string[]) => stack.juno.ask('PUT', `/api/shortlists/${list?.id}/order`, { itemIds });
    for (const wrong of [ids.slice(1), [...ids.slice(1), ids[1] ?? ''], [...ids, ids[0] ?? '']])
      expect((await order(wrong)).status).toBe(422);
    const left = await stack.juno.good<Shortlist>('DELETE', `/api/shortlists/${list?.id}/items/${ids[1]}`);
    expect(left.items.map((item) => item.id)).toEqual([ids[0], ids[2], ids[3]]);
    const turned = await order([ids[3] ?? '', ids[0] ?? '', ids[2] ?? '']);
    expect((turned.body as unknown as Shortlist).items.map((item) => item.id)).toEqual([ids[3], ids[0], ids[2]]);
    expect((await stack.silas.ask('DELETE', `/api/shortlists/${list?.id}/items/${ids[0]}`)).status).toBe(404);
    expect((await stack.juno.ask('PATCH', `/api/shortlists/${list?.id}/items/${ids[1]}`, { note: 'gone' })).status).toBe(404);
  });

  it('stays whole when two desks add to it at once', async () => {
    const { id } = await clientNamed('Orla');
    const keys = await homes(12);
    const list = await stack.juno.good<Shortlist>('POST', '/api/shortlists', {
      clientId: id,
      name: 'Both desks',
      listingKeys: [],
    });
    await Promise.all(
      keys.map((key) =>
        stack.juno.good('POST', `/api/shortlists/${list.id}/items`, { listingKeys: [...new Set([key, keys[0]])] }),
      ),
    );
    const { items } = await stack.juno.good<Shortlist>('GET', `/api/shortlists/${list.id}`);
    expect(items.map(({ listingKey }) => listingKey).sort()).toEqual([...keys].sort());
  });
});
