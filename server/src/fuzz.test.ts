import { ERRORS } from '@perambula/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from './testing/stack.js';
import type { TestStack } from './testing/stack.js';

/** `FUZZ_REQUESTS` gives more, `FUZZ_SEED` others. */
const REQUESTS = Number(process.env['FUZZ_REQUESTS'] ?? 20_000);
const SEED = Number(process.env['FUZZ_SEED'] ?? 1);
const AT_ONCE = 8;

interface Schema {
  readonly $ref?: string;
  readonly type?: string;
  readonly enum?: readonly unknown[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
}
interface Operation {
  readonly method: string;
  readonly path: string;
  readonly body: Schema | null;
}

let stack: TestStack;
let operations: Operation[] = [];
let schemas: Readonly<Record<string, Schema>> = {};
/** Names of things that there are, which random ones never hit. */
let known: string[] = [];

beforeAll(async () => {
  stack = await startTestStack();
  const { paths, components } = await stack.juno.good<{
    paths: Record<string, Record<string, { requestBody?: { content?: Record<string, { schema: Schema }> } }>>;
    components: { schemas: Record<string, Schema> };
  }>('GET', '/api/openapi.json');
  ({ schemas } = components);
  operations = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { requestBody }]) => ({
      method: method.toUpperCase(),
      path,
      body: requestBody?.content?.['application/json']?.schema ?? null,
    })),
  );
  const file = await stack.juno.fileOf('Amara');
  const { rows } = await stack.juno.good<{ rows: { ListingKey: string }[] }>('POST', '/api/searches/listings', {
    search: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] },
    set: 'fit',
    limit: 5,
  });
  known = [
    file.id,
    ...file.people.map(({ id }) => id),
    ...file.savedSearches.map(({ id }) => id),
    ...rows.map(({ ListingKey }) => ListingKey),
  ];
});
afterAll(() => stack.end());

// without an end, another feed, a mail server that is away, or the end of the test's own session
const LEFT_OUT = [
  'GET /api/events',
  'DELETE /api/session',
  'POST /api/demo/clock',
  'PUT /api/demo/mail',
  'PUT /api/feed/source',
  'DELETE /api/feed/source',
];
/** Work at the desk is asked for as well, and less often. */
const SELDOM = /feed\/source\/preview|alert\/(preview|letter)|searches\/file|api\/today$|feed\/coverage/;

const ODD: readonly unknown[] = [
  null,
  '',
  ' ',
  'x',
  'x'.repeat(300),
  'x'.repeat(70_000),
  '\ud800',
  'a\u0000b',
  'line\nline',
  'ü',
  "' OR 1=1 --",
  '%00',
  '../../etc/passwd',
  '__proto__',
  '2026-02-31',
  '0000-00-00',
  '+275760-09-13T00:00:00.000Z',
  '2026-04-18T10:00:00-04:00',
  'amara@lindqvist.example',
  -1,
  0,
  0.5,
  1e308,
  2 ** 53,
  true,
  [],
  [[]],
  {},
  { a: { b: [1] } },
  { toString: 1 },
];
const SEARCH = {
  version: 1,
  kinds: ['Residential'],
  lines: [{ id: 'a', field: 'ListPrice', is: { atMost: 450_000 } }],
  bounds: [{ id: 'b', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 900 } }],
  order: [{ field: 'ListPrice', direction: 'asc' }],
};
const HEADERS: readonly Record<string, string>[] = [
  {},
  {},
  {},
  {},
  { cookie: 'perambula_session=j:{"a":1}; perambula_portal=j:[1]' },
  { cookie: 'perambula_session=; =; ;;' },
  { 'content-type': 'application/json; charset=utf-7' },
  { 'content-type': 'application/json; charset=latin-1' },
  { 'content-type': 'text/plain' },
  { 'content-encoding': 'gzip' },
  { 'content-encoding': 'who knows' },
  { origin: 'null' },
  { accept: 'text/html' },
  { 'x-forwarded-for': '::1, nobody' },
];

/** The same numbers each time (mulberry32). */
function randomOf(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 4_294_967_296) * below);
  };
}

const random = randomOf(SEED);
const oneOf = <T>(values: readonly T[]): T => values[random(values.length)] as T;

function valueOf(schema: Schema, depth = 0): unknown {
  if (random(6) === 0) return oneOf(ODD);
  if (schema.$ref) return valueOf(schemas[schema.$ref.split('/').at(-1) ?? ''] ?? {}, depth + 1);
  if (schema.enum) return oneOf(schema.enum);
  switch (schema.type) {
    case 'string':
      return random(3) === 0 ? oneOf(known) : oneOf(ODD);
    case 'number':
    case 'integer':
      return random(2) === 0 ? random(600) : oneOf(ODD);
    case 'boolean':
      return random(2) === 0;
    case 'array':
      return depth > 4 ? [] : Array.from({ length: random(4) }, () => valueOf(schema.items ?? {}, depth + 1));
    default: {
      // a document of its own: a search with one thing changed in it
      if (!schema.properties) return random(2) === 0 ? SEARCH : mutated(SEARCH);
      const entries = Object.entries(schema.properties).filter(() => random(8) > 0);
      const body = Object.fromEntries(entries.map(([name, each]) => [name, valueOf(each, depth + 1)]));
      return random(12) === 0 ? { ...body, surprise: oneOf(ODD) } : body;
    }
  }
}

function mutated(value: unknown): unknown {
  if (random(5) === 0 || typeof value !== 'object' || value === null) return oneOf(ODD);
  if (Array.isArray(value)) return value.map((each, i) => (i === 0 ? mutated(each) : (each as unknown)));
  const keys = Object.keys(value);
  const key = oneOf(keys);
  return { ...value, [key]: mutated((value as Record<string, unknown>)[key]) };
}

describe('the interface under random requests', () => {
  it(
    'answers each with what it makes of it, never with a failure of its own',
    async () => {
      const asked = operations.filter(({ method, path }) => !LEFT_OUT.includes(`${method} ${path}`));
      const failures: string[] = [];
      const statuses = new Map<number, number>();
      const one = async (): Promise<void> => {
        const operation = oneOf(asked);
        if (SELDOM.test(operation.path) && random(20) > 0) return;
        const path = operation.path.replace(/\{\w+\}/g, () =>
          encodeURIComponent(toText(random(2) === 0 ? oneOf(known) : oneOf(ODD))),
        );
        const body = operation.body ? valueOf(operation.body) : undefined;
        const headers = oneOf(HEADERS);
        // half of a pair survives in JSON only as its escape
        const text = body === undefined ? undefined : JSON.stringify(body);
        const { status, body: answer } = await stack.juno.ask(operation.method, path, text, headers);
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
        const isFine = status < 500 || (status === 503 && Object.hasOwn(ERRORS, answer.code));
        if (!isFine)
          failures.push(`${status} ${operation.method} ${path} ${(text ?? '').slice(0, 300)} ${JSON.stringify(headers)}`);
      };
      let left = REQUESTS;
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          while (left-- > 0 && failures.length < 20) await one();
        }),
      );
      expect(failures).toEqual([]);
      // most are refused, and enough are not
      expect(statuses.get(200) ?? 0).toBeGreaterThan(REQUESTS / 50);
      expect(statuses.get(422) ?? 0).toBeGreaterThan(REQUESTS / 10);
      expect((await stack.browser().ask('GET', '/api/health')).status).toBe(200);
    },
    Math.max(240_000, REQUESTS * 20),
  );
});

/** A value as a part of an address; half of a pair has no place there. */
function toText(value: unknown): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.replace(/[\ud800-\udfff]/g, '?').slice(0, 400) || 'x';
}
