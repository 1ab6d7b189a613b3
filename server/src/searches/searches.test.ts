import type {
  ComparisonAnswer,
  CountAnswer,
  Draft,
  Filled,
  KeysAnswer,
  ListingsAnswer,
  Preferences,
  Row,
  SavedSearch,
  SearchState,
  StartingSet,
} from '@perambula/contract';
import { Engine, isEither } from '@perambula/core';
import type { FieldLine, Line, ListingRecord, Loosening, Search } from '@perambula/core';
import fc from 'fast-check';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listings, searchesWithoutJourneys as searches, TIME as MOMENT } from '../../../core/src/testing/randomListings.js';
import { ORACLE_TABLE, sqlOf } from '../testing/sqlOf.js';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let database: Connection;
beforeAll(async () => {
  stack = await startTestStack();
  database = await stack.connect();
});
afterAll(async () => {
  await database.end();
  await stack.end();
});

const TIME = { now: MOMENT.now, zone: MOMENT.zone };
const empty: Search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
const inText = ({ field }: FieldLine): boolean => field === 'PublicRemarks' || field === 'StreetName';

/** Only what the SQL oracle can say: no words, no circles. */
function withoutTextAndCircles(search: Search): Search {
  const keep = (line: Line): boolean =>
    isEither(line) ? !line.either.some((member) => ('all' in member ? member.all : [member]).some(inText)) : !inText(line);
  return { ...search, lines: search.lines.filter(keep), bounds: search.bounds.filter(({ shape }) => shape.type === 'Polygon') };
}

async function fill(records: readonly ListingRecord[]): Promise<void> {
  const [columns] = await database.query<RowDataPacket[]>('SHOW COLUMNS FROM oracle');
  const names = columns.map(({ Field }) => String(Field));
  const rows = records.map((record) =>
    names.map((name) => {
      const value = record[name] ?? null;
      if (Array.isArray(value)) return JSON.stringify(value);
      return /Timestamp$/.test(name) && typeof value === 'string' ? value.replace('T', ' ').replace('Z', '') : value;
    }),
  );
  await database.query('DELETE FROM oracle');
  await database.query(`INSERT INTO oracle (${names.join(', ')}) VALUES ?`, [rows]);
}

describe('counts', () => {
  it('are those of MariaDB evaluating the same search as SQL, for thousands of random searches', async () => {
    await database.query(ORACLE_TABLE);
    const batches = fc.sample(listings, { numRuns: 60, seed: 11 });
    const asked = fc.sample(searches, { numRuns: 2400, seed: 12 }).map(withoutTextAndCircles);
    for (const [b, records] of batches.entries()) {
      await fill(records);
      const engine = new Engine();
      engine.put(records);
      for (const search of asked.slice(b * 40, b * 40 + 40)) {
        const { conditions, where } = sqlOf(search, TIME);
        const names = conditions.map((_, i) => `c${i}`);
        const all = names.join(' AND ');
        const alone = (i: number, value: string): string =>
          `COUNT(IF(c${i} IS ${value}${names
            .filter((_, j) => j !== i)
            .map((name) => ` AND ${name} IS TRUE`)
            .join('')}, 1, NULL))`;
        const [[row]] = await database.query<RowDataPacket[]>(
          `SELECT COUNT(IF(${all}, 1, NULL)) AS fit, COUNT(IF((${all}) IS NULL, 1, NULL)) AS unknown_, ${names.map((_, i) => `${alone(i, 'FALSE')} AS h${i}, ${alone(i, 'NULL')} AS b${i}`).join(', ')}
           FROM (SELECT ${conditions.map((condition, i) => `(${condition}) AS c${i}`).join(', ')} FROM oracle WHERE ${where}) AS judged`,
        );
        const count = engine.count(search, TIME);
        const held = [...count.lines, count.keepIn, count.keepOut];
        expect(
          { fit: count.fit, unknown: count.unknown, held: held.map(({ holdsBack, blank }) => [holdsBack, blank]) },
          JSON.stringify(search),
        ).toEqual({
          fit: Number(row?.['fit']),
          unknown: Number(row?.['unknown_']),
          held: names.map((_, i) => [Number(row?.[`h${i}`]), Number(row?.[`b${i}`])]),
        });
      }
    }
  });

  it('come over HTTP for the county, with as many rows as they say', async () => {
    const { document } = await stack.juno.searchOf('Amara');
    const count = await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: document });
    expect(count.fit).toBeGreaterThan(5);
    expect(count.lines.map(({ id }) => id)).toEqual(document.lines.map(({ id }) => id));
    for (const set of ['fit', 'unknown', 'missByOne'] as const) {
      const { total, rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
        search: document,
        set,
        limit: 500,
      });
      expect([total, rows.length]).toEqual([count[set], count[set]]);
      if (set === 'missByOne') expect(rows.every(({ miss }) => miss && miss.text.length > 0)).toBe(true);
    }
  });

  it('page without gaps or repeats', async () => {
    const search = { ...empty, order: [{ field: 'ListPrice', direction: 'asc' }] };
    const page = (offset: number): Promise<ListingsAnswer> =>
      stack.juno.good('POST', '/api/searches/listings', { search, set: 'fit', offset, limit: 30 });
    const [first, second] = [await page(0), await page(30)];
    const prices = [...first.rows, ...second.rows].map(({ ListPrice }) => Number(ListPrice));
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    expect(new Set([...first.rows, ...second.rows].map(({ ListingKey }) => ListingKey)).size).toBe(60);
  });
});

describe('a long result', () => {
  const search = { ...empty, order: [{ field: 'ListPrice', direction: 'desc' }] };

  it('gives all its keys in order, and any rows by them just as the page that holds them does', async () => {
    for (const set of ['fit', 'missByOne'] as const) {
      const asked = { search: { ...search, lines: [{ id: 'p', field: 'ListPrice', is: { atMost: 400_000 } }] }, set };
      const { total, keys } = await stack.juno.good<KeysAnswer>('POST', '/api/searches/keys', asked);
      expect(keys).toHaveLength(total);
      expect(new Set(keys).size).toBe(total);
      const page = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { ...asked, offset: 3, limit: 5 });
      const rows = await stack.juno.good<Row[]>('POST', '/api/searches/rows', { ...asked, keys: keys.slice(3, 8) });
      expect(rows).toEqual(page.rows);
    }
  });

  it('is compared with another: what only one finds and what both do', async () => {
    const upTo = (atMost: number): object => ({ ...search, lines: [{ id: 'p', field: 'ListPrice', is: { atMost } }] });
    const from = (atLeast: number): object => ({ ...search, lines: [{ id: 'p', field: 'ListPrice', is: { atLeast } }] });
    const fit = async (document: object): Promise<number> =>
      (await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: document })).fit;
    const [a, b] = [upTo(500_000), from(300_000)];
    const answer = await stack.juno.good<ComparisonAnswer>('POST', '/api/searches/compare', { a, b, part: 'onlyB', limit: 500 });
    expect([answer.onlyA + answer.both, answer.onlyB + answer.both]).toEqual([await fit(a), await fit(b)]);
    expect(answer.rows).toHaveLength(Math.min(500, answer.onlyB));
    expect(answer.rows.every(({ ListPrice }) => Number(ListPrice) > 500_000)).toBe(true);
    expect(answer.both).toBeGreaterThan(0);
  });
});

describe('what an agent keeps beside searches', () => {
  it('is how the table stands, checked, and nobody else’s', async () => {
    expect(await stack.juno.good<Preferences>('GET', '/api/preferences')).toEqual({ resultColumns: null });
    const resultColumns = [
      { field: 'ListPrice', width: 90 },
      { field: 'City', width: 120 },
    ];
    await stack.juno.good('PUT', '/api/preferences', { resultColumns });
    expect(await stack.juno.good<Preferences>('GET', '/api/preferences')).toEqual({ resultColumns });
    expect(await stack.silas.good<Preferences>('GET', '/api/preferences')).toEqual({ resultColumns: null });
    for (const bad of [[], [{ field: 'Turrets', width: 90 }], [resultColumns[0], resultColumns[0]]])
      expect((await stack.juno.ask('PUT', '/api/preferences', { resultColumns: bad })).status).toBe(422);
  });

  it('is starting sets, one of them at most the default', async () => {
    const before = await stack.juno.good<StartingSet[]>('GET', '/api/starting-sets');
    const make = (name: string, isDefault: boolean): Promise<StartingSet> =>
      stack.juno.good('POST', '/api/starting-sets', { name, document: empty, isDefault });
    const [one, other] = [await make('First calls', true), await make('Second calls', true)];
    const after = await stack.juno.good<StartingSet[]>('GET', '/api/starting-sets');
    expect(after).toHaveLength(before.length + 2);
    expect(after.filter(({ isDefault }) => isDefault).map(({ id }) => id)).toEqual([other.id]);
    expect((await stack.silas.ask('DELETE', `/api/starting-sets/${one.id}`)).status).toBe(404);
    const bad = { ...empty, kinds: [] };
    expect((await stack.juno.ask('PUT', `/api/starting-sets/${one.id}`, { ...one, document: bad })).status).toBe(422);
    for (const { id } of [one, other]) await stack.juno.good('DELETE', `/api/starting-sets/${id}`);
    expect(await stack.juno.good('GET', '/api/starting-sets')).toEqual(before);
  });

  it('is what was left unfinished, the newest first and once each, and nobody else’s', async () => {
    const ids = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'] as const;
    const keep = (who: typeof stack.juno, id: string, name: string) =>
      who.ask('PUT', `/api/drafts/${id}`, { version: 0, name, document: empty });
    await keep(stack.juno, ids[0], '');
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT1M' });
    await keep(stack.juno, ids[1], 'Begun');
    await keep(stack.juno, ids[1], 'Begun and changed');
    const drafts = await stack.juno.good<Draft[]>('GET', '/api/drafts');
    expect(drafts.slice(0, 2).map(({ id, name }) => [id, name])).toEqual([
      [ids[1], 'Begun and changed'],
      [ids[0], ''],
    ]);
    expect((await keep(stack.silas, ids[0], 'Mine now')).status).toBe(404);
    expect((await stack.silas.good<Draft[]>('GET', '/api/drafts')).map(({ id }) => id)).not.toContain(ids[0]);
    await stack.silas.good('DELETE', `/api/drafts/${ids[0]}`);
    expect(await stack.juno.good<Draft[]>('GET', '/api/drafts')).toHaveLength(drafts.length);
    // one that was left just like another is one with it
    const twice = '44444444-4444-4444-8444-444444444444';
    await keep(stack.juno, twice, 'Begun and changed');
    const without = (await stack.juno.good<Draft[]>('GET', '/api/drafts')).map(({ id }) => id);
    expect([without.length, without.includes(ids[1]), without.includes(twice)]).toEqual([drafts.length, false, true]);
    await stack.juno.good('DELETE', `/api/drafts/${twice}`);
    // of more than thirty the oldest go, and never the one just kept
    for (let i = 10; i < 42; i++) await keep(stack.juno, `33333333-3333-4333-8333-3333333333${i}`, `Begun ${i}`);
    const kept = await stack.juno.good<Draft[]>('GET', '/api/drafts');
    expect(kept).toHaveLength(30);
    expect(kept.map(({ name }) => name)).toContain('Begun 41');
    for (const { id } of kept.filter(({ name }) => /^Begun \d/.test(name))) await stack.juno.good('DELETE', `/api/drafts/${id}`);
  });
});

describe('what is told beside the count', () => {
  it('is how many of some kinds fill in each field, by the listings themselves', async () => {
    const filled = await stack.juno.good<Filled>('GET', '/api/searches/filled?kinds=Residential');
    const { total } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: empty,
      set: 'fit',
      limit: 1,
    });
    const blank = { ...empty, lines: [{ id: 'a', field: 'Basement', is: { blank: true } }] };
    const { fit } = await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: blank });
    expect(filled['Basement']).toBeCloseTo(1 - fit / total, 10);
    expect(filled['ListPrice']).toBe(1);
    expect(filled['LeaseTerm']).toBeNull();
    expect((await stack.juno.ask('GET', '/api/searches/filled?kinds=Castle')).status).toBe(422);
  });

  it('is which single change adds how many homes, and it adds just as many', async () => {
    const line = { id: 'a', field: 'ListPrice', is: { atMost: 300_000 } };
    const search = { ...empty, lines: [line, { id: 'b', field: 'BedroomsTotal', is: { atLeast: 3 } }] };
    const [best] = await stack.juno.good<Loosening[]>('POST', '/api/searches/loosenings', { search });
    const counted = async (lines: readonly object[]): Promise<number> =>
      (await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: { ...search, lines } })).fit;
    const changed = search.lines.map((each) => (each.id === best?.line ? { ...each, is: best.is } : each));
    expect(best?.adds).toBeGreaterThan(0);
    expect((await counted(changed)) - (await counted(search.lines))).toBe(best?.adds);
  });

  it('is what each home has of what would be nice, those with the most first', async () => {
    const nice = { id: 'n', field: 'FireplaceYN', is: { yes: true }, weight: 'nice' };
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: { ...empty, lines: [nice], order: [{ field: 'ListPrice', direction: 'asc' }] },
      set: 'fit',
      limit: 500,
    });
    const had = rows.map((row) => row.nice?.length ?? 0);
    expect(had).toEqual([...had].sort((a, b) => b - a));
    expect(rows.every((row) => (row['FireplaceYN'] === true) === (row.nice?.[0] === 'n'))).toBe(true);
  });
});

describe('what cannot be counted', () => {
  const ring = (n: number): number[][] => {
    const corners = Array.from({ length: n }, (_, i) => [
      -66 + Math.cos((2 * Math.PI * i) / n) / 9,
      40.6 + Math.sin((2 * Math.PI * i) / n) / 9,
    ]);
    return [...corners, corners[0] as number[]];
  };
  const bound = (coordinates: unknown): object => ({
    search: { ...empty, bounds: [{ id: 'k', mode: 'in', shape: { type: 'Polygon', coordinates } }] },
  });
  const line = (is: unknown, field = 'ListPrice'): object => ({ search: { ...empty, lines: [{ id: 'a', field, is }] } });
  it.each([
    [
      'a bound of 30,000 corners',
      bound([ring(30_000).map(([x, y]) => [Math.round((x as number) * 1e5) / 1e5, Math.round((y as number) * 1e5) / 1e5])]),
      [413, 422],
    ],
    [
      'corners that cross',
      bound([
        [
          [-66, 40],
          [-65, 41],
          [-65, 40],
          [-66, 41],
          [-66, 40],
        ],
      ]),
      [422],
    ],
    ['a reversed range', line({ between: [450000, 300000] }), [422]],
    ['a number that is none', line({ atLeast: null }), [422]],
    ['a phrase of a megabyte', line({ words: { phrase: 'x'.repeat(1_048_576) } }, 'PublicRemarks'), [413]],
    ['an unknown field', line({ atLeast: 1 }, 'Turrets'), [422]],
    ['an unknown key beside the search', { search: empty, extra: 1 }, [422]],
    ['no search', {}, [422]],
    ['a list', [1], [422]],
    ['what is not JSON', '{"search": NaN}', [422]],
    ['nesting without end', `${'{"search":'.repeat(5000)}1${'}'.repeat(5000)}`, [422]],
  ])('is refused with a clear answer: %s', async (_what, body, statuses) => {
    const answer = await stack.juno.ask('POST', '/api/searches/count', body);
    expect(statuses).toContain(answer.status);
    expect(answer.body).toMatchObject({
      code: expect.stringMatching(/^(search|request)\./),
      message: expect.stringMatching(/\.$/),
      details: expect.any(Object),
    });
  });

  it('takes a bound of 20,000 corners', async () => {
    const rounded = ring(19_998).map(([x, y]) => [Number((x as number).toFixed(6)), Number((y as number).toFixed(6))]);
    const answer = await stack.juno.ask<CountAnswer>('POST', '/api/searches/count', bound([rounded]));
    expect(answer.status).toBe(200);
  });
});

describe('saved searches', () => {
  it('tell the second of two who save at once, and change nothing', async () => {
    const { id, name, version, document } = await stack.juno.good<SavedSearch>('POST', '/api/searches', {
      name: 'Mine',
      document: empty,
    });
    await stack.juno.good('PUT', `/api/searches/${id}`, { name: 'First', version, document });
    const late = await stack.juno.ask('PUT', `/api/searches/${id}`, { name: 'Second', version, document });
    expect(late).toMatchObject({
      status: 409,
      body: { code: 'search.changed', details: { current: { name: 'First', version: version + 1 } } },
    });
    expect((await stack.juno.good<SavedSearch>('GET', `/api/searches/${id}`)).name).toBe('First');
    expect(name).toBe('Mine');
  });

  it('keep every state that was saved, until the search itself goes', async () => {
    const first = await stack.juno.good<SavedSearch>('POST', '/api/searches', { name: 'As it was', document: empty });
    const document = { ...empty, lines: [{ id: 'p', field: 'ListPrice', is: { atMost: 400_000 } }] };
    await stack.juno.good('PUT', `/api/searches/${first.id}`, { name: 'As it is', version: 1, document });
    const states = await stack.juno.good<SearchState[]>('GET', `/api/searches/${first.id}/states`);
    expect(states.map(({ version, name, document: { lines } }) => [version, name, lines.length])).toEqual([
      [2, 'As it is', 1],
      [1, 'As it was', 0],
    ]);
    expect((await stack.silas.ask('GET', `/api/searches/${first.id}/states`)).status).toBe(404);
    await stack.juno.good('DELETE', `/api/searches/${first.id}`);
    const [[row]] = await database.query<RowDataPacket[]>('SELECT COUNT(*) AS n FROM search_states WHERE searchId = ?', [
      first.id,
    ]);
    expect(row?.['n']).toBe(0);
  });

  it('are their agent’s alone', async () => {
    const { id, clientId, document } = await stack.juno.searchOf('Amara');
    for (const [method, path, body] of [
      ['GET', `/api/searches/${id}`],
      ['PUT', `/api/searches/${id}`, { name: 'x', version: 1, document }],
      ['DELETE', `/api/searches/${id}`],
      ['GET', `/api/clients/${clientId}`],
      ['POST', '/api/searches', { name: 'x', clientId, document }],
      ['PATCH', `/api/searches/${id}/alert`, { state: 'stopped' }],
      ['GET', `/api/searches/${id}/alert/letter`],
    ] as const) {
      expect((await stack.silas.ask(method, path, body)).status, `${method} ${path}`).toBe(404);
    }
  });
});

describe('the door', () => {
  it('is shut to strangers, wrong passwords and pages of other origins', async () => {
    const stranger = stack.browser();
    expect((await stranger.ask('POST', '/api/searches/count', { search: empty })).status).toBe(401);
    expect(await stranger.ask('POST', '/api/session', { email: stack.run.signIn.email, password: 'wrong' })).toMatchObject({
      status: 401,
      body: { code: 'session.wrong' },
    });
    expect(await stack.juno.ask('GET', '/api/clients', undefined, { origin: 'http://elsewhere.example' })).toMatchObject({
      status: 403,
      body: { code: 'origin.foreign' },
    });
    expect((await stack.juno.ask('GET', '/api/clients', undefined, { origin: stack.run.web })).status).toBe(200);
  });
  it('describes what is behind it', async () => {
    const { body } = await stack.juno.ask<{ paths: Record<string, unknown> }>('GET', '/api/openapi.json');
    expect(Object.keys(body.paths)).toEqual(expect.arrayContaining(['/api/searches/count', '/api/session', '/api/demo/clock']));
  });
});
