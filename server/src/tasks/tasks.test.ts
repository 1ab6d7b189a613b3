import type { NewTask, Task } from '@perambula/contract';
import { beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Answer, Users } from '../testing/stack.js';

let stack: Users;
let clientId = '';
beforeAll(async () => {
  stack = await sharedStack();
  ({ id: clientId } = await stack.juno.fileOf('Amara'));
}, 120_000);

const all = (): Promise<Task[]> => stack.juno.good('GET', '/api/tasks');
const named = async (text: string): Promise<Task[]> => (await all()).filter((task) => task.text === text);
const add = (task: NewTask): Promise<Answer<{ id: string }>> => stack.juno.ask('POST', '/api/tasks', task);
const change = (id: string | undefined, body: object): Promise<unknown> => stack.juno.good('PATCH', `/api/tasks/${id}`, body);

describe('what an agent has to do', () => {
  it('stands with its client, its home and its day, is ticked off and taken up again', async () => {
    const [home] = await stack.juno.homesForSale(1);
    const listingKey = home?.ListingKey ?? '';
    await add({ text: ' Ask for the survey ', clientId, listingKey, dueOn: '2026-04-18' });
    expect(await named('Ask for the survey')).toMatchObject([
      {
        clientId,
        clientName: 'Amara & Teo Lindqvist',
        home: { listingKey, address: home?.['UnparsedAddress'] },
        dueOn: '2026-04-18',
      },
    ]);
    const { id } = (await add({ text: 'Order signs' })).body;
    expect(await named('Order signs')).toMatchObject([
      { id, clientId: null, home: null, dueOn: null, repeats: null, doneAt: null },
    ]);
    await change(id, { done: true });
    expect((await named('Order signs'))[0]?.doneAt).not.toBeNull();
    await change(id, { done: false });
    expect((await named('Order signs'))[0]?.doneAt).toBeNull();
  });

  it('is given by its day, what has none after that, and what is done last', async () => {
    await add({ text: 'order: some day' });
    await add({ text: 'order: later', dueOn: '2026-05-01' });
    const { id } = (await add({ text: 'order: done', dueOn: '2026-01-01' })).body;
    await add({ text: 'order: over', dueOn: '2026-02-01' });
    await change(id, { done: true });
    const mine = (await all()).map(({ text }) => text).filter((text) => text.startsWith('order: '));
    expect(mine).toEqual(['order: over', 'order: later', 'order: some day', 'order: done']);
  });

  it('comes again when it is ticked off, once however often it is, and not any more when that is taken back', async () => {
    const { id } = (await add({ text: 'Send the market figures', clientId, dueOn: '2026-04-14', repeats: 'weekly' })).body;
    await Promise.all([1, 2, 3].map(() => change(id, { done: true })));
    expect(await named('Send the market figures')).toMatchObject([
      { dueOn: '2026-04-21', repeats: 'weekly', clientId, doneAt: null },
      { id, dueOn: '2026-04-14' },
    ]);
    await change(id, { done: false });
    expect(await named('Send the market figures')).toMatchObject([{ id, dueOn: '2026-04-14', doneAt: null }]);
    await change(id, { dueOn: '2026-04-20' });
    expect(await named('Send the market figures')).toMatchObject([{ id, dueOn: '2026-04-20', repeats: 'weekly' }]);
    await stack.juno.good('DELETE', `/api/tasks/${id}`);
    expect(await named('Send the market figures')).toEqual([]);
  });

  it.each([
    ['nothing said', { text: ' ' }, 'text'],
    ['a day that is none', { text: 'When?', dueOn: 'tomorrow' }, 'dueOn'],
    ['no day to begin with', { text: 'Again?', repeats: 'weekly' }, 'dueOn'],
    ['a frequency that is not known', { text: 'Again?', dueOn: '2026-04-18', repeats: 'hourly' }, 'repeats'],
  ])('is refused with %s', async (_what, body, path) => {
    const { status, body: answer } = await stack.juno.ask('POST', '/api/tasks', body);
    expect([status, answer.details['path']]).toEqual([422, path]);
  });

  it('is its agent’s alone, and for a client of theirs', async () => {
    const { id } = (await add({ text: 'Mine' })).body;
    expect((await stack.silas.good<Task[]>('GET', '/api/tasks')).some(({ text }) => text === 'Mine')).toBe(false);
    expect((await stack.silas.ask('PATCH', `/api/tasks/${id}`, { done: true })).status).toBe(404);
    await stack.silas.ask('DELETE', `/api/tasks/${id}`);
    expect(await named('Mine')).toHaveLength(1);
    expect((await stack.silas.ask('POST', '/api/tasks', { text: 'Not mine', clientId })).status).toBe(404);
  });
});
