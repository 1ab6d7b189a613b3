import { ERRORS } from '@perambula/contract';
import type { ErrorBody } from '@perambula/contract';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addressOf, bodySchemas, declaredEndpoints } from './openApi.js';
import { startTestStack } from './testing/stack.js';
import type { Answer, Browser, TestStack } from './testing/stack.js';

interface Operation {
  readonly method: string;
  readonly path: string;
  readonly hasBody: boolean;
}

interface Schema {
  readonly $ref?: string;
  readonly allOf?: readonly Schema[];
  readonly anyOf?: readonly Schema[];
  readonly items?: Schema;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
}

interface Described {
  readonly parameters?: readonly { readonly in: string; readonly name: string; readonly required?: boolean }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
}

interface OpenApi {
  readonly openapi: string;
  readonly paths: Readonly<Record<string, Readonly<Record<string, Described>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, Schema>> };
}

let stack: TestStack;
let juno: Browser;
let description: OpenApi;
let operations: readonly Operation[] = [];
beforeAll(async () => {
  stack = await startTestStack();
  juno = stack.juno;
  description = await juno.good<OpenApi>('GET', '/api/openapi.json');
  operations = Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { requestBody }]) => ({
      method: method.toUpperCase(),
      path,
      hasBody: requestBody !== undefined,
    })),
  );
});
afterAll(() => stack.end());

/** What answers without a sign-in: what tells nothing of anybody, and what wants a message's token in its body. */
const OPEN = [
  'DELETE /api/session',
  'GET /api/deployment',
  'GET /api/health',
  'GET /api/map/{piece}',
  'GET /api/session/demo',
  'GET /api/visitors/{agent}',
  'GET /media/{key}/{file}',
  'POST /api/confirm',
  'POST /api/offices/answer',
  'POST /api/offices/request',
  'POST /api/offices/stop',
  'POST /api/portal/session',
  'POST /api/reports',
  'POST /api/session',
  'POST /api/session/first',
  'POST /api/stop',
  'POST /api/stop/undo',
  'POST /api/visitors/{agent}/homes',
  'POST /api/visitors/{agent}/requests',
];

/** Pages, pictures, files and streams that a browser opens by their address. */
const BY_ADDRESS = [
  'GET /api/calendars/{file}',
  'GET /api/choices/sheet',
  'GET /api/events',
  'GET /api/health',
  'GET /api/listings/{key}/documents/{file}',
  'GET /api/mailbox/{id}/body',
  'GET /api/outbox/{id}/body',
  'GET /api/searches/{id}/alert/letter',
  'GET /api/showings/{id}/showing.ics',
  'GET /media/{key}/{file}',
];

/** What a mail server asks, with a token of its own. */
const BY_MAIL_SERVER = ['POST /api/mail/bounces with a body'];

const NOBODY = '00000000-0000-4000-8000-000000000000';
const filled = (path: string, value: string): string => path.replace(/\{\w+\}/g, encodeURIComponent(value));
// a stream has no end, and a session's end would end the test's own
const isLasting = ({ path, method }: Operation): boolean =>
  path.endsWith('/events') || (path === '/api/session' && method === 'DELETE');

/** What a body or query must and may have, as `name`, `people[].email`, `people[].phone?`; what is a document of its own is one word. */
function wordsOf(schema: Schema, named: OpenApi['components']['schemas']): string[] {
  const at = schema.$ref?.split('/').at(-1);
  if (at !== undefined) return wordsOf(named[at] ?? {}, named);
  if (schema.allOf) return schema.allOf.flatMap((each) => wordsOf(each, named));
  const { properties = {}, required = [] } = schema;
  return Object.entries(properties).flatMap(([name, value]) => {
    const word = `${name}${required.includes(name) ? '' : '?'}`;
    const items = [value, ...(value.anyOf ?? [])].find((each) => each.items)?.items;
    const within = items ? wordsOf(items, named).map((each) => `${word}[].${each}`) : [];
    return [word, ...within];
  });
}

function expectFailure({ status, body, headers }: Answer<ErrorBody>, where: string): void {
  expect([where, status < 500 || status === 503]).toEqual([where, true]);
  if (status < 400) return;
  expect([where, headers.get('content-type')?.includes('json')]).toEqual([where, true]);
  expect(Object.keys(body).sort()).toEqual(['code', 'details', 'message']);
  expect([where, Object.hasOwn(ERRORS, body.code)]).toEqual([where, true]);
  expect(ERRORS[body.code].status).toBe(status);
  // a sentence for people, not a program's words
  expect(body.message).toMatch(/^[^a-z].*[.?]$/s);
  expect(body.message).not.toMatch(/undefined|\[object|Error:|SQL|at \w+ \(/);
}

describe('the interface', () => {
  it('is described: many operations, each with a method and a path', () => expect(operations.length).toBeGreaterThan(35));

  it('is the table that browsers ask by: each endpoint with its method, path and body, and beside it only what is opened by its address', () => {
    const declared = [...declaredEndpoints().values()].map(({ method, path, takes }) => {
      const hasBody = method !== 'GET' && takes !== 'nothing';
      return `${method} ${addressOf(path)}${hasBody ? ' with a body' : ''}`;
    });
    const answered = operations.map(({ method, path, hasBody }) => `${method} ${path}${hasBody ? ' with a body' : ''}`);
    expect([...declared, ...BY_ADDRESS, ...BY_MAIL_SERVER].sort()).toEqual([...answered].sort());
  });

  it('takes just the bodies and queries that browsers ask with: the same words, and none must be there that these may leave out', () => {
    const { paths, components } = description;
    const bodies = bodySchemas() as Record<string, Schema & { definitions?: Record<string, Schema> }>;
    const asking = [...declaredEndpoints()].filter(([, { takes }]) => takes === 'values');
    expect(asking.length).toBeGreaterThan(45);
    const bare = (words: readonly string[]): string[] => words.map((word) => word.replaceAll('?', '')).sort();
    const asked: Record<string, string[]> = {};
    const taken: Record<string, string[]> = {};
    const leftOut: string[] = [];
    for (const [name, { method, path }] of asking) {
      const { definitions = {}, ...declared } = bodies[name] ?? {};
      const { parameters = [], requestBody } = paths[addressOf(path)]?.[method.toLowerCase()] ?? {};
      const sent = wordsOf(declared, definitions);
      const words =
        method === 'GET'
          ? parameters.filter((each) => each.in === 'query').map((each) => `${each.name}${each.required ? '' : '?'}`)
          : wordsOf(requestBody?.content['application/json']?.schema ?? {}, components.schemas);
      asked[name] = bare(sent);
      taken[name] = bare(words);
      leftOut.push(...words.filter((word) => !word.includes('?') && !sent.includes(word)).map((word) => `${name} ${word}`));
    }
    expect(asked).toEqual(taken);
    expect(leftOut).toEqual([]);
  });

  it('is shut to whoever has not signed in, but for what is listed here', async () => {
    const stranger = stack.browser();
    const open: string[] = [];
    for (const operation of operations) {
      const { method, path, hasBody } = operation;
      if (path.endsWith('/events')) continue;
      const answer = await stranger.ask(method, filled(path, NOBODY), hasBody ? {} : undefined);
      const shut = ['session.missing', 'link.expired'].includes(answer.body.code);
      if (shut) expectFailure(answer, `${method} ${path}`);
      else open.push(`${method} ${path}`);
    }
    expect(open.sort()).toEqual(OPEN);
    expect((await fetch(`${stack.run.web}/api/events`)).status).toBe(401);
  });

  it('says in a frame why something is not shown, as a page and not as JSON', async () => {
    const { status, body, headers } = await juno.ask<string>('GET', `/api/outbox/${NOBODY}/body`, undefined, {
      'sec-fetch-dest': 'iframe',
    });
    expect([status, headers.get('content-type')]).toEqual([404, 'text/html; charset=utf-8']);
    expect(body).toContain('<p>There is no such message, or it is not yours.</p>');
  });

  it('answers any body with what it makes of it, never with a failure of its own', async () => {
    const odd = fc.oneof(
      fc.jsonValue({ maxDepth: 4 }),
      fc.dictionary(
        fc.constantFrom(
          'search',
          'name',
          'people',
          'email',
          'document',
          'text',
          'startAt',
          'ids',
          'advance',
          'token',
          'set',
          'limit',
          '__proto__',
        ),
        fc.jsonValue({ maxDepth: 3 }),
      ),
    );
    const bodies = fc.sample(odd, { numRuns: 10, seed: 3 });
    for (const operation of operations.filter((each) => each.hasBody && !isLasting(each))) {
      const where = `${operation.method} ${operation.path}`;
      for (const body of bodies)
        expectFailure(await juno.ask(operation.method, filled(operation.path, NOBODY), body), `${where} ${JSON.stringify(body)}`);
      for (const text of ['', '{', 'null', '[]', '"x"', '{"a":1}{', '\u0000'])
        expectFailure(
          await juno.ask(operation.method, filled(operation.path, NOBODY), text, { 'content-type': 'application/json' }),
          `${where} ${text}`,
        );
    }
  });

  it('refuses keys that it does not know, saying which', async () => {
    const known = await juno.ask('POST', '/api/tasks', { text: 'Ask about the lender', surprise: 1 });
    expect([known.status, known.body.details['path']]).toEqual([422, 'surprise']);
    const nested = await juno.ask('POST', '/api/clients', {
      name: 'Ida Marsh',
      people: [{ name: 'Ida', email: 'ida@marsh.example', admin: true }],
    });
    expect([nested.status, nested.body.details['path']]).toEqual([422, 'people.0.admin']);
  });

  it('finds nothing under names that nothing has, whatever they look like', async () => {
    for (const { method, path, hasBody } of operations) {
      if (!path.includes('{') || path.endsWith('/events')) continue;
      for (const name of [NOBODY, '../../etc/passwd', '%00', "'; DROP TABLE listings; --", 'ü'.repeat(300), '-1', '$where'])
        expectFailure(await juno.ask(method, filled(path, name), hasBody ? {} : undefined), `${method} ${path} ${name}`);
    }
    expect((await juno.ask('GET', '/api/nowhere')).status).toBe(404);
  });

  it('keeps one agent’s things from the other: files, searches, messages', async () => {
    const file = await juno.fileOf('Amara');
    const search = await juno.searchOf('Amara');
    for (const path of [`/api/clients/${file.id}`, `/api/searches/${search.id}`]) {
      expect([path, (await juno.ask('GET', path)).status]).toEqual([path, 200]);
      expect([path, (await stack.silas.ask('GET', path)).status]).toEqual([path, 404]);
    }
    expect((await stack.silas.ask('PATCH', `/api/clients/${file.id}`, { notes: 'mine now' })).status).toBe(404);
    expect((await juno.fileOf('Amara')).notes).toBe(file.notes);
  });
});

describe('what is kept', () => {
  it('is there after the server was killed and after MariaDB was', async () => {
    const client = await juno.good<{ id: string }>('POST', '/api/clients', {
      name: 'Ida Marsh',
      people: [{ name: 'Ida Marsh', email: 'ida@marsh.example' }],
    });
    await juno.good('PATCH', `/api/clients/${client.id}`, {
      notes: 'A ground floor, please.',
      agreement: { from: '2026-04-01', until: '2026-09-30', scope: 'Ostrey County' },
    });
    await juno.good('POST', '/api/tasks', { text: 'Ask about the lender', clientId: client.id, dueOn: '2026-04-18' });
    const all = async (): Promise<unknown[]> =>
      Promise.all(
        ['/api/clients', `/api/clients/${client.id}`, '/api/tasks', '/api/shortlists', '/api/showings', '/api/searches'].map(
          (path) => juno.ask('GET', path).then(({ body }) => body),
        ),
      );
    const before = await all();
    for (const part of [stack.server, stack.database]) {
      part.kill();
      // it takes a moment to be gone
      await new Promise((resolve) => setTimeout(resolve, 500));
      await stack.healthy();
      expect(await all()).toEqual(before);
    }
  });
});

describe('signing in', () => {
  beforeAll(async () => {
    // all that was tried above was tried from one address
    const database = await stack.connect();
    await database.query('DELETE FROM throttles');
    await database.end();
  });
  it('sets a cookie that no script reads and no other site sends, and ends with the session', async () => {
    const { email, password } = stack.run.signIn;
    const visitor = stack.browser();
    const { headers } = await visitor.ask('POST', '/api/session', { email, password });
    const cookie = headers.get('set-cookie') ?? '';
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Lax/i);
    expect((await visitor.ask('GET', '/api/session')).status).toBe(200);
    await visitor.good('DELETE', '/api/session');
    const replayed = await fetch(`${stack.run.web}/api/session`, { headers: { cookie: cookie.split(';')[0] ?? '' } });
    expect(replayed.status).toBe(401);
  });
  it('does not say which of the two was wrong', async () => {
    const { email } = stack.run.signIn;
    const answers = await Promise.all(
      [email, 'nobody@wayfarer.example'].map((each) =>
        stack.browser().ask('POST', '/api/session', { email: each, password: 'a guess' }),
      ),
    );
    expect(answers.map(({ status, body }) => [status, body])).toEqual([
      [401, answers[0]?.body],
      [401, answers[0]?.body],
    ]);
  });
  it('lets nobody guess for long', async () => {
    const guesses: number[] = [];
    for (let i = 0; i < 30; i++)
      guesses.push(
        (await stack.browser().ask('POST', '/api/session', { email: 'juno@wayfarer.example', password: `guess ${i}` })).status,
      );
    expect(new Set(guesses)).toEqual(new Set([401, 429]));
    expect(guesses.indexOf(429)).toBeLessThanOrEqual(20);
    expect(guesses.slice(guesses.indexOf(429))).not.toContain(401);
    // whoever is signed in already goes on
    expect((await juno.ask('GET', '/api/session')).status).toBe(200);
  });
});

describe('HEAD and OPTIONS', () => {
  it('tell of an address what GET would, and which methods it takes (RFC 9110, 9.3.2 and 9.3.7)', async () => {
    const ask = (method: string, path: string): Promise<Response> => fetch(`${stack.run.web}${path}`, { method });
    for (const [path, methods] of [
      ['/api/session', 'DELETE, GET, HEAD, OPTIONS, POST'],
      ['/api/feed/coverage', 'GET, HEAD, OPTIONS'],
      ['/api/today/looked', 'OPTIONS, POST'],
      ['/today', 'GET, HEAD, OPTIONS'],
    ] as const) {
      const { status, headers } = await ask('OPTIONS', path);
      expect([path, status, headers.get('allow')?.split(', ').sort().join(', ')]).toEqual([path, 204, methods]);
    }
    expect((await ask('OPTIONS', '/api/nothing')).status).toBe(404);
    for (const path of ['/api/health', '/today', '/api/session']) {
      const [head, get] = [await ask('HEAD', path), await ask('GET', path)];
      expect([path, head.status, await head.text()]).toEqual([path, get.status, '']);
    }
  });
});

describe('pages', () => {
  it('come with a policy that lets nothing in from outside', async () => {
    for (const path of ['/', '/search', '/p/some-link']) {
      const response = await fetch(`${stack.run.web}${path}`);
      expect([path, response.status]).toEqual([path, 200]);
      const policy = response.headers.get('content-security-policy') ?? '';
      expect(policy).toMatch(/default-src 'self'|default-src 'none'/);
      expect(policy).toMatch(/script-src [^;]*'nonce-/);
      expect(policy).not.toMatch(/https?:|\*|unsafe-eval/);
      expect(response.headers.get('x-powered-by')).toBeNull();
      expect(response.headers.get('x-content-type-options')).toBe('nosniff');
      const html = await response.text();
      const nonce = /'nonce-([^']+)'/.exec(policy)?.[1];
      expect(html).toContain(String(nonce));
      const [other] =
        /'nonce-([^']+)'/.exec((await fetch(`${stack.run.web}${path}`)).headers.get('content-security-policy') ?? '') ?? [];
      expect(other).not.toContain(String(nonce));
    }
  });
  it('of another origin change nothing', async () => {
    for (const origin of ['https://elsewhere.example', 'null']) {
      const { status, body } = await juno.ask('POST', '/api/tasks', { text: 'from elsewhere' }, { origin });
      expect([status, body.code]).toEqual([403, 'origin.foreign']);
    }
    expect(JSON.stringify(await juno.good('GET', '/api/tasks'))).not.toContain('from elsewhere');
  });
});
