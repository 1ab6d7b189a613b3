import type { ClientFile, MailPage, SentPage, Today } from '@perambula/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

const SOON = { timeout: 20_000, interval: 200 } as const;

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(() => stack.end());

const manner = (how: string) => stack.juno.good('PUT', '/api/demo/mail', { manner: how });
const today = () => stack.juno.good<Today>('GET', '/api/today');
let people = 0;
/** Somebody new, asked to confirm their address. */
async function asked(): Promise<{ clientId: string; personId: string; email: string }> {
  const email = `reader${people++}@manners.example`;
  const { id } = await stack.juno.good<{ id: string }>('POST', '/api/clients', {
    name: email,
    people: [{ name: 'Reader', email }],
  });
  const file = await stack.juno.good<ClientFile>('GET', `/api/clients/${id}`);
  const personId = file.people[0]?.id ?? '';
  await stack.juno.good('POST', `/api/clients/${id}/people/${personId}/confirmation`);
  return { clientId: id, personId, email };
}
const arrived = async (email: string) =>
  (await stack.juno.good<MailPage>('GET', '/api/mailbox')).messages.find(({ to }) => to === email);

describe('the demo’s mail server', () => {
  it('is away when told to be, and has the message once it is back', async () => {
    await manner('isAway');
    const { email } = await asked();
    const waiting = async () => {
      const { messages } = await stack.juno.good<SentPage>('GET', '/api/sent?which=waiting');
      return messages.find(({ toAddress }) => toAddress === email)?.lastError;
    };
    await expect.poll(waiting, SOON).toContain('421 4.3.2 Not now');
    expect(await arrived(email)).toBeUndefined();
    await manner('takes');
    await expect.poll(() => arrived(email), SOON).toBeDefined();
  });

  it('refuses addresses when told to, which Today says with its answer', async () => {
    await manner('refuses');
    const { email } = await asked();
    const failure = async () => (await today()).failed.find(({ clientName }) => clientName === email)?.lastError;
    await expect.poll(failure, SOON).toContain('550 5.1.1 There is no such mailbox here.');
    await manner('takes');
  });

  it('reports a message as come back, and as unwanted, which is a stop that only its reader ends', async () => {
    const { clientId, personId, email } = await asked();
    await expect.poll(() => arrived(email), SOON).toBeDefined();
    const message = await arrived(email);
    await stack.juno.good('POST', `/api/mailbox/${message?.id}/report`, { kind: 'complaint' });
    const file = await stack.juno.good<ClientFile>('GET', `/api/clients/${clientId}`);
    expect(file.people[0]?.stoppedAt).not.toBeNull();
    expect((await today()).failed.find(({ clientName }) => clientName === email)?.lastError).toContain('called it unwanted');
    const again = await stack.juno.ask('POST', `/api/clients/${clientId}/people/${personId}/confirmation`);
    expect(again.status).toBe(409);
    const { happenings } = await stack.juno.good<{ happenings: { text: string }[] }>('GET', `/api/clients/${clientId}/timeline`);
    expect(happenings.some(({ text }) => text.includes('unwanted'))).toBe(true);

    const other = await asked();
    await expect.poll(() => arrived(other.email), SOON).toBeDefined();
    await stack.juno.good('POST', `/api/mailbox/${(await arrived(other.email))?.id}/report`, { kind: 'bounce' });
    const failed = (await today()).failed.find(({ clientName }) => clientName === other.email);
    expect(failed?.lastError).toContain('It came back: 550 5.1.1');
  });

  it('reports nothing of another agent’s', async () => {
    const { email } = await asked();
    await expect.poll(() => arrived(email), SOON).toBeDefined();
    const id = (await arrived(email))?.id;
    expect((await stack.silas.ask('POST', `/api/mailbox/${id}/report`, { kind: 'complaint' })).status).toBe(404);
    expect((await stack.juno.ask('PUT', '/api/demo/mail', { manner: 'sulks' })).status).toBe(422);
  });
});
