import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ClientFile, Task } from '@perambula/contract';
import { freePort } from '../../scripts/machine.mjs';
import { Browser, startTestStack } from './testing/stack.js';
import type { TestStack } from './testing/stack.js';

let stack: TestStack;
/** A second server over the same database, behind a proxy that speaks TLS. */
let second: string;
const HTTPS = 'https://perambula.example';
const SOON = { timeout: 30_000, interval: 200 } as const;
const LATE_MS = 30_000;
beforeAll(async () => {
  stack = await startTestStack();
  ({ web: second } = await stack.another(await freePort(), { PUBLIC_URL: HTTPS, TRUSTED_PROXIES: '127.0.0.1' }));
});
afterAll(() => stack.end());

async function forgetGuesses(): Promise<void> {
  const database = await stack.connect();
  await database.query('DELETE FROM throttles');
  await database.end();
}
const signIn = (web: string, password = stack.run.signIn.password): Promise<Response> =>
  fetch(`${web}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'silas@wayfarer.example', password }),
  });
const sessionOf = (response: Response): string => /session=([^;]+)/.exec(response.headers.getSetCookie()[0] ?? '')?.[1] ?? '';
const as = (web: string, token: string, path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(`${web}${path}`, {
    ...init,
    headers: { cookie: `perambula_session=${token}; __Host-perambula_session=${token}`, ...init.headers },
  });

describe('two servers over one database', () => {
  it('know each other’s sessions, and a session ended at one ends at both, with its stream', async () => {
    const token = sessionOf(await signIn(second));
    expect((await as(stack.run.web, token, '/api/session')).status).toBe(200);
    const stream = await as(stack.run.web, token, '/api/events');
    const ended = (async () => {
      for await (const _ of stream.body ?? []);
      return 'ended';
    })();
    expect((await as(second, token, '/api/session', { method: 'DELETE' })).status).toBe(200);
    expect((await as(second, token, '/api/session')).status).toBe(401);
    await expect.poll(async () => (await as(stack.run.web, token, '/api/session')).status, SOON).toBe(401);
    const late = new Promise((resolve) => setTimeout(resolve, LATE_MS, 'goes on'));
    expect(await Promise.race([ended, late])).toBe('ended');
  });

  it('keep up to date so many of an agent’s pages, and no more; one that is closed makes room', async () => {
    const token = sessionOf(await signIn(second));
    const stop = new AbortController();
    const open = (): Promise<Response> => as(second, token, '/api/events', { signal: stop.signal });
    const all = await Promise.all(Array.from({ length: 51 }, open));
    expect(all.map(({ status }) => status).sort()).toEqual([...Array.from({ length: 50 }, () => 200), 429]);
    stop.abort();
    const again = new AbortController();
    const status = async (): Promise<number> => (await as(second, token, '/api/events', { signal: again.signal })).status;
    await expect.poll(status, SOON).toBe(200);
    again.abort();
  });

  it('tell each other’s browsers what happens, and have one clock', async () => {
    const stop = new AbortController();
    const heard = await stack.juno.stream('/api/events', stop.signal);
    let text = '';
    const reading = (async () => {
      for await (const chunk of heard.body ?? []) text += Buffer.from(chunk as Uint8Array).toString();
    })().catch(() => undefined);
    // whichever of the two sends a message, its agent is told, without a clock being moved
    const people = [{ name: 'Ada Finch', email: 'ada@finch.example' }];
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Ada Finch', people });
    const [ada] = (await stack.juno.good<ClientFile>('GET', `/api/clients/${id}`)).people;
    await stack.juno.good('POST', `/api/clients/${id}/people/${ada?.id}/confirmation`);
    await expect.poll(() => text, SOON).toContain('"mail"');
    const juno = sessionOf(
      await fetch(`${second}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(stack.run.signIn),
      }),
    );
    const moved = await as(second, juno, '/api/demo/clock', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ advance: 'PT3H' }),
    });
    expect(moved.status).toBeLessThan(300);
    const { now } = (await moved.json()) as { now: string };
    await expect.poll(() => text, SOON).toContain('"clock"');
    const atFirst = async (): Promise<number> => Date.parse((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);
    await expect.poll(atFirst, SOON).toBeGreaterThanOrEqual(Date.parse(now));
    stop.abort();
    await reading;
  });

  it('count together how often somebody guesses', async () => {
    // a minute of guesses begins with the first, and what was tried above is none
    await forgetGuesses();
    const answers: number[] = [];
    for (let i = 0; i < 30; i++) answers.push((await signIn(i % 2 ? second : stack.run.web, 'not it')).status);
    expect(answers.filter((status) => status === 401).length).toBeLessThanOrEqual(20);
    expect(answers[answers.length - 1]).toBe(429);
  });
});

describe('behind TLS', () => {
  it('the session’s cookie is Secure, for this host alone and for no script', async () => {
    await forgetGuesses();
    const [cookie = ''] = (await signIn(second)).headers.getSetCookie();
    // RFC 6265bis, 4.1.3.2: __Host- asks for Secure, Path=/ and no Domain
    expect(cookie).toMatch(/^__Host-perambula_session=/);
    for (const part of [/; Secure/i, /; Path=\/(;|$)/i, /; HttpOnly/i, /; SameSite=Lax/i]) expect(cookie).toMatch(part);
    expect(cookie).not.toMatch(/Domain=/i);
  });

  it('the demo’s password is told to nobody who comes by another name than this machine’s', async () => {
    const told = async (host: string): Promise<unknown> =>
      (
        (await (await fetch(`${second}/api/session/demo`, { headers: { 'x-forwarded-host': host } })).json()) as {
          account: unknown;
        }
      ).account;
    expect(await told('perambula.example')).toBeNull();
    expect(await (await fetch(`${stack.run.web}/api/session/demo`)).json()).toMatchObject({
      account: { password: expect.any(String) },
    });
  });
});

describe('a portal’s link', () => {
  let token = '';
  let personId = '';
  let clientId = '';
  beforeAll(async () => {
    const { id: searchId } = await stack.juno.searchOf('Amara');
    ({ id: clientId } = await stack.juno.fileOf('Amara'));
    const alert = { cadence: 'atOnce', tell: ['new', 'priceDown', 'backOnMarket'], held: false, subject: '', greeting: '' };
    await stack.juno.good('PUT', `/api/searches/${searchId}/alert`, alert);
    ({ token, personId } = await newest());
  });
  /** The newest link that was sent to one of the household; the clock moves on until there is one. */
  const newest = async (): Promise<{ token: string; personId: string }> => {
    const before = new Set((await stack.mailbox()).map(({ id }) => id));
    const { people } = await stack.juno.good<ClientFile>('GET', `/api/clients/${clientId}`);
    for (let days = 0; days < 8; days++) {
      await stack.juno.good('POST', '/api/demo/clock', { advance: 'P1D' });
      for (const { id, to } of await stack.mailbox()) {
        const person = people.find(({ email }) => to.includes(email));
        if (before.has(id) || !person) continue;
        const { text = '' } = await simpleParser(await stack.raw(id));
        const link = /\/p\/([\w-]+)/.exec(text)?.[1];
        if (link) return { token: link, personId: person.id };
      }
    }
    throw new Error('No message came.');
  };
  const opened = async (link: string): Promise<number> => {
    const reader = new Browser(stack.run.web);
    const { status } = await reader.ask('POST', '/api/portal/session', { token: link });
    return status < 300 ? (await reader.ask('GET', '/api/portal')).status : status;
  };
  const daysLeft = async (): Promise<number> => {
    const database = await stack.connect();
    const [rows] = await database.query(
      "SELECT MAX(TIMESTAMPDIFF(HOUR, NOW(), expiresAt)) / 24 AS days FROM links WHERE purpose = 'portal' AND personId = ? AND revokedAt IS NULL",
      [personId],
    );
    await database.end();
    return Number((rows as { days: string }[])[0]?.days);
  };

  it('lives for 60 days from its last use', async () => {
    const database = await stack.connect();
    await database.query("UPDATE links SET expiresAt = NOW() + INTERVAL 10 DAY WHERE purpose = 'portal' AND personId = ?", [
      personId,
    ]);
    await database.end();
    expect(await daysLeft()).toBeLessThan(11);
    expect(await opened(token)).toBe(200);
    expect(await daysLeft()).toBeGreaterThan(59);
  });

  it('that is opened from four places within an hour is told to its agent, once', async () => {
    const told = async (): Promise<Task[]> =>
      (await stack.juno.good<Task[]>('GET', '/api/tasks')).filter(({ text }) =>
        text.includes('opened from 4 places within an hour'),
      );
    // this machine was the first; the proxy says from where the others are
    for (let place = 2; place <= 7; place++) {
      await fetch(`${second}/api/portal/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': `203.0.113.${place}` },
        body: JSON.stringify({ token }),
      });
      expect((await told()).length).toBe(place < 4 ? 0 : 1);
    }
    const database = await stack.connect();
    const [rows] = await database.query('SELECT place FROM link_places');
    await database.end();
    // kept as a hash that names no place
    expect(JSON.stringify(rows)).not.toContain('203.0.113');
  });

  it('is withdrawn by the agent and by its reader; the next message brings a new one', async () => {
    expect((await stack.silas.ask('DELETE', `/api/clients/${clientId}/people/${personId}/links`)).status).toBe(404);
    expect(await opened(token)).toBe(200);
    await stack.juno.good('DELETE', `/api/clients/${clientId}/people/${personId}/links`);
    expect(await opened(token)).toBe(404);

    const next = await newest();
    personId = next.personId;
    const reader = new Browser(stack.run.web);
    await reader.good('POST', '/api/portal/session', { token: next.token });
    await reader.good('DELETE', '/api/portal/links');
    expect((await reader.ask('GET', '/api/portal')).status).toBe(404);
    expect(await opened(next.token)).toBe(404);
  });

  it('is good for nothing once its reader left the household; nothing more is sent to them, and they come back unconfirmed', async () => {
    const { token: last, personId: leaving } = await newest();
    const household = (): Promise<ClientFile> => stack.juno.good<ClientFile>('GET', `/api/clients/${clientId}`);
    const person = (await household()).people.find(({ id }) => id === leaving);
    const letters = async (): Promise<number> =>
      (await stack.mailbox()).filter(({ to }) => to.includes(person?.email ?? '')).length;
    expect((await stack.silas.ask('DELETE', `/api/clients/${clientId}/people/${leaving}`)).status).toBe(404);
    expect(await opened(last)).toBe(200);
    await stack.juno.good('DELETE', `/api/clients/${clientId}/people/${leaving}`);
    expect(await opened(last)).toBe(404);
    expect((await household()).people.map(({ id }) => id)).not.toContain(leaving);
    const before = await letters();
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'P3D' });
    await stack.juno.ask('POST', `/api/clients/${clientId}/people/${leaving}/confirmation`);
    expect(await letters()).toBe(before);
    await stack.juno.good('POST', `/api/clients/${clientId}/people`, { name: person?.name, email: person?.email });
    expect((await household()).people.find(({ id }) => id === leaving)).toMatchObject({ confirmedAt: null });
    expect(await opened(last)).toBe(404);
  });
});
