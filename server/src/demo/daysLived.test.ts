import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {
  ClientFile,
  ClientNeed,
  ClientSummary,
  ForecastAnswer,
  Round,
  RoundDay,
  RoundSummary,
  Showing,
  Today,
} from '@perambula/contract';
import { createConnection } from 'mysql2/promise';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../../../scripts/machine.mjs';
import { SMALL_COUNTY, startStack } from '../../../scripts/stack.mjs';
import type { Stack } from '../../../scripts/stack.mjs';
import { Browser } from '../testing/stack.js';

const data = mkdtempSync(join(tmpdir(), 'perambula-lived-'));
let stack: Stack;
let juno: Browser;
let files: ClientFile[];
let database: Connection;
beforeAll(async () => {
  stack = await startStack({
    data,
    port: await freePort(),
    county: SMALL_COUNTY,
    loaded: true,
    peopled: true,
    lived: 30,
    throwaway: true,
  });
  const { web, signIn, database: access } = stack.run;
  juno = await new Browser(web).signIn(signIn.email, signIn.password);
  const clients = await juno.good<ClientSummary[]>('GET', '/api/clients');
  files = await Promise.all(clients.map(({ id }) => juno.good<ClientFile>('GET', `/api/clients/${id}`)));
  const { host, port, user, password, name } = access;
  database = await createConnection({ host, port, user, password, database: name, timezone: 'Z' });
}, 600_000);
afterAll(async () => {
  await database.end();
  await stack.stop();
  rmSync(data, { recursive: true, force: true });
});

/** The rows of a question put to the database. */
async function rowsOf<T>(question: string, values: readonly unknown[] = []): Promise<T[]> {
  return (await database.query<(T & RowDataPacket)[]>(question, [...values]))[0];
}

const fileOf = (name: string): ClientFile => files.find((file) => file.name.startsWith(name)) as ClientFile;
const personOf = (name: string) => files.flatMap(({ people }) => people).find((person) => person.name === name);

describe('a demo that has been lived in for thirty days', () => {
  it('is handed over on its morning, with a file for each household of the agent’s', async () => {
    const { now } = await juno.good<{ now: string }>('GET', '/api/clock');
    expect(now).toMatch(/^2026-04-14T13:1/);
    expect(files).toHaveLength(13);
    // those who come late, or press no button
    expect(personOf('Amara Lindqvist')?.confirmedAt).not.toBeNull();
    for (const name of ['Rowan Vey', 'Teo Lindqvist']) expect(personOf(name)?.confirmedAt).toBeNull();
  });

  it('has heard what people think, in words too, and has been asked for visits that offices answered', async () => {
    const said = await rowsOf<{ verdict: string; note: string }>('SELECT verdict, note FROM reactions');
    for (const verdict of ['like', 'unsure', 'notForUs'])
      expect(said.filter((each) => each.verdict === verdict).length).toBeGreaterThan(3);
    expect(said.filter(({ note }) => note !== '').length).toBeGreaterThan(10);
    const showings = await juno.good<Showing[]>('GET', '/api/showings');
    expect(showings.some(({ state }) => state === 'confirmed')).toBe(true);
    expect(fileOf('Bashir').shortlists.some(({ homes }) => homes > 0)).toBe(true);
    const { cameBy } = await juno.good<Today>('GET', '/api/today');
    expect(cameBy.length).toBeGreaterThan(0);
  });

  it('has noticed who went quiet, and nobody who reads as ever, stopped, or declines to be counted', async () => {
    const { worthAWord } = await juno.good<Today>('GET', '/api/today');
    const quiet = worthAWord.filter(({ kind }) => kind === 'quiet').map(({ person }) => person);
    expect(quiet).toContain('Maren Ilves');
    for (const name of ['Bashir Odell', 'Linnea Faraday', 'Jarek Ames', 'Oke Faraday']) expect(quiet).not.toContain(name);
    const known = worthAWord.filter(({ kind }) => kind !== 'cameByPage');
    expect(known.filter(({ wakers, home }) => wakers.length === 0 && home === null)).toEqual([]);
  });

  it('has people who came by the agent’s page, with the search that they said there, and tells of the new one', async () => {
    const { worthAWord } = await juno.good<Today>('GET', '/api/today');
    expect(worthAWord.filter(({ kind }) => kind === 'cameByPage').map(({ person }) => person)).toEqual(['Tamsin Orrell']);
    for (const name of ['Tamsin', 'Maren'])
      expect(fileOf(name).savedSearches).toMatchObject([{ name: 'Their own wishes', alert: { cadence: 'eachMorning' } }]);
  });

  it('has letters between people and their agent, answered until the day before', async () => {
    const kinds = await rowsOf<{ kind: string; n: string }>('SELECT kind, COUNT(*) AS n FROM timeline_entries GROUP BY kind');
    const counts = Object.fromEntries(kinds.map(({ kind, n }) => [kind, Number(n)]));
    expect(counts['fromClient']).toBeGreaterThan(1);
    expect(counts['toClient']).toBeGreaterThan(1);
  });

  it('has what people said that they need, and how some would have their searches', async () => {
    const needs = await juno.good<ClientNeed[]>('GET', `/api/clients/${fileOf('Amara').id}/needs`);
    const teo = personOf('Teo Lindqvist')?.id;
    expect(needs.some(({ question, personId }) => question === 'place' && personId === teo)).toBe(true);
    const wishes = await rowsOf<{ text: string }>("SELECT text FROM timeline_entries WHERE kind = 'wish'");
    expect(wishes.map(({ text }) => text)).toContain('Up to 540k, and Mallow Green too, if it has a bedroom on the main floor');
  });

  it('has rounds, of which people said in the evening what they think, and one ahead that offices answered', async () => {
    const { now } = await juno.good<{ now: string }>('GET', '/api/clock');
    const summaries = await juno.good<RoundSummary[]>('GET', '/api/rounds');
    const [ahead] = summaries.filter(({ on }) => on > now.slice(0, 10));
    const next = await juno.good<Round>('GET', `/api/rounds/${ahead?.id}`);
    expect(next.homes.length + next.leftOut.length).toBeGreaterThan(1);
    expect(next.homes.filter(({ showing }) => showing?.state === 'confirmed').length).toBeGreaterThan(0);
    const over = summaries.filter(({ on }) => on < now.slice(0, 10));
    const days = await Promise.all(over.map(({ id }) => juno.good<RoundDay>('GET', `/api/rounds/${id}/day`)));
    expect(days.flatMap(({ notes }) => notes).some(({ kind, text }) => kind === 'words' && text !== '')).toBe(true);
    expect(days.flatMap(({ homes }) => homes).some(({ thinks }) => thinks.length > 0)).toBe(true);
    const asked = await rowsOf("SELECT id FROM outbox WHERE state = 'sent' AND subject LIKE 'How w%'");
    expect(asked.length).toBeGreaterThan(0);
  });

  it('says how the forecast of an alert did: what came is what was sent since', async () => {
    const [search] = fileOf('Bashir').savedSearches;
    const { did } = await juno.good<ForecastAnswer>('GET', `/api/searches/${search?.id}/alert/forecast`);
    const since = did?.since ?? '';
    const [alert] = await rowsOf<{ startedAt: Date }>('SELECT startedAt FROM alerts WHERE searchId = ?', [search?.id]);
    expect(since).toBe(alert?.startedAt.toISOString());
    // by the mail that he got, but for the first message
    const mail = await rowsOf<{ createdAt: Date }>(
      "SELECT createdAt FROM outbox WHERE toAddress = 'bashir@odell.example' AND kind = 'digest' AND createdAt > ? ORDER BY createdAt",
      [new Date(since)],
    );
    const { now } = await juno.good<{ now: string }>('GET', '/api/clock');
    const weeks = (Date.parse(now) - Date.parse(since)) / (7 * 86_400_000);
    expect(did?.came.messages).toBeCloseTo((mail.length - 1) / weeks, 0);
    expect(did?.came.messages).toBeGreaterThan(1);
    expect(did?.expected.messages).toBeGreaterThan(1);
    // the market was the same, so that it did not come otherwise by half
    expect(Math.abs((did?.came.homes ?? 0) / (did?.expected.homes ?? 1) - 1)).toBeLessThan(0.5);
    const none = await juno.good<ForecastAnswer>('GET', `/api/searches/${fileOf('Amara').savedSearches[0]?.id}/alert/forecast`);
    expect(none.did).toBeNull();
  });

  it('writes to nobody who stopped, and says whose address fails', async () => {
    const { stoppedAt } = personOf('Jarek Ames') ?? {};
    expect(stoppedAt).not.toBeNull();
    const later = await rowsOf(
      "SELECT id FROM outbox WHERE toAddress = 'jarek@ames.example' AND state = 'sent' AND createdAt > ?",
      [new Date(stoppedAt ?? 0)],
    );
    expect(later).toEqual([]);
    const failed = await rowsOf<{ toAddress: string; lastError: string }>(
      "SELECT DISTINCT toAddress, lastError FROM outbox WHERE state = 'failed'",
    );
    expect(failed.map(({ toAddress }) => toAddress)).toEqual(['dagny@pell.example']);
    expect(failed[0]?.lastError).toContain('full');
    // and is not written to again
    expect(await rowsOf("SELECT id FROM outbox WHERE state = 'failed'")).toHaveLength(1);
    expect(personOf('Dagny Pell')?.confirmedAt).toBeNull();
  });

  it('has sent what it wrote, each message once', async () => {
    const written = await rowsOf<{ messageId: string }>("SELECT messageId FROM outbox WHERE state = 'sent'");
    const arrived = (await (await fetch(stack.run.mail.mailbox)).json()) as { messageId: string }[];
    expect(arrived.map(({ messageId }) => messageId).sort()).toEqual(written.map(({ messageId }) => messageId).sort());
    expect(written.length).toBeGreaterThan(100);
  });
});
