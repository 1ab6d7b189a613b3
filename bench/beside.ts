import { once } from 'node:events';
import { setTimeout as rest } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import type { ClientFile, ClientSummary } from '@perambula/contract';
import type { FieldLine, LonLat, Search } from '@perambula/core';
import { measured, report } from './measure.js';
import { signedIn } from './signedIn.js';
import type { Measured } from './measure.js';

const CORNERS = 19_900;
const IDLE_MS = 5_000;
/** How long a light request waits before it is asked again. */
const PAUSES_MS = { session: 20, count: 50 };

/** What is asked of the server, as it is sent. */
interface Request {
  readonly path: string;
  readonly body: string;
}

/** Asks all at once in a thread of its own, so that sending and reading does not hold up whoever measures. */
const ASKER = `
  const { parentPort, workerData } = require('node:worker_threads');
  parentPort.on('message', async (requests) => {
    await Promise.all(requests.map(async ({ path, body }) => {
      const headers = { 'content-type': 'application/json', cookie: workerData.cookie };
      const answer = await fetch(workerData.web + path, { method: 'POST', headers, body });
      for await (const _ of answer.body ?? []);
    }));
    parentPort.postMessage('answered');
  });
`;

const search = (lines: Search['lines'], bounds: Search['bounds'] = []): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines,
  bounds,
  order: [],
  reach: 'all',
});

/** An outline whose sides all overlap: an outline of teeth, each as high as the county. */
function zigzag(shift: number): LonLat[] {
  const teeth = Array.from({ length: CORNERS }, (_, i): LonLat => [
    -66 + shift / 1000 + (i % 2) * 0.1 + i * 1e-7,
    40.5 + (0.1 * i) / CORNERS,
  ]);
  return [...teeth, [-66.2, 40.7], teeth[0] as LonLat];
}

/** Journeys whose time is fixed at the home's end, the costliest there are. */
function journeys(many: number): FieldLine[] {
  return Array.from({ length: many }, (_, i) => ({
    id: `m${i}`,
    field: 'Minutes',
    to: [-66.006 + i * 0.0004, 40.609],
    leaveAt: '08:30',
    on: 'weekday',
    by: 'car',
    is: { atMost: 20 },
  }));
}

function texts(many: number): FieldLine[] {
  return Array.from({ length: many }, (_, i) => ({
    id: `w${i}`,
    field: 'PublicRemarks',
    is: { contains: `e${String.fromCharCode(97 + (i % 26))}${i > 25 ? 'r' : ''}` },
  }));
}

/** What light requests of one agent wait while another asks for the heaviest things that are let in; beside an idle server. */
export async function benchBeside(web: string, signIn: { email: string; password: string }): Promise<void> {
  const heavy = await signedIn(web, signIn);
  const light = await signedIn(web, { ...signIn, email: 'silas@wayfarer.example' });
  const clients = (await json(web, heavy, '/api/clients')) as ClientSummary[];
  const file = (await json(web, heavy, `/api/clients/${clients[0]?.id ?? ''}`)) as ClientFile;
  const alert = { cadence: 'eachMorning', tell: ['new', 'priceDown', 'backOnMarket'], held: false, subject: '', greeting: '' };
  const all = { search: search([]), set: 'fit' };
  const times = (n: number, path: string, bodyOf: (i: number) => unknown): Request[] =>
    Array.from({ length: n }, (_, i) => ({ path, body: JSON.stringify(bodyOf(i)) }));
  const counted = (lines: Search['lines'], bounds: Search['bounds'] = []): Request[] =>
    times(1, '/api/searches/count', () => ({ search: search(lines, bounds) }));
  const works: Readonly<Record<string, readonly Request[]>> = {
    nothing: [],
    'a workbook of 20,000 rows': times(1, '/api/searches/file', () => ({ ...all, type: 'xlsx' })),
    'a CSV of 20,000 rows': times(1, '/api/searches/file', () => ({ ...all, type: 'csv' })),
    'four previews of an alert': times(4, `/api/searches/${file.savedSearches[0]?.id ?? ''}/alert/preview`, () => alert),
    'ten outlines of 20,000 corners': Array.from({ length: 10 }, (_, i) =>
      counted([], [{ id: 'z', mode: 'in', shape: { type: 'Polygon', coordinates: [zigzag(i)] } }]),
    ).flat(),
    'ten journeys from home': counted(journeys(10)),
    'a hundred journeys from home': counted(journeys(100)),
    'a hundred lines of text': counted(texts(100)),
    'ten maps of everything': times(10, '/api/searches/marks', () => all),
    'twenty pages of 500 rows': times(20, '/api/searches/listings', () => ({ ...all, limit: 500 })),
  };
  const asker = new Worker(ASKER, { eval: true, workerData: { web, cookie: heavy } });
  const rows: Measured[] = [];
  const longest: string[] = [];
  for (const [what, work] of Object.entries(works)) {
    let isOver = false;
    const waits: Record<keyof typeof PAUSES_MS, number[]> = { session: [], count: [] };
    let n = 0;
    const again = async (kind: keyof typeof PAUSES_MS, ask: () => Promise<number>): Promise<void> => {
      while (!isOver) {
        const start = performance.now();
        const status = await ask();
        if (status !== 200) throw new Error(`A light request beside ${what} was answered with ${status}.`);
        waits[kind].push(performance.now() - start);
        await rest(PAUSES_MS[kind]);
      }
    };
    const lights = [
      again('session', () => asked(web, light, '/api/session')),
      again('count', () => {
        const dearest = { atMost: 400_000 + 1000 * (n++ % 300) };
        return asked(web, light, '/api/searches/count', { search: search([{ id: 'a', field: 'ListPrice', is: dearest }]) });
      }),
    ];
    await rest(200);
    if (work.length === 0) await rest(IDLE_MS);
    asker.postMessage(work);
    await once(asker, 'message');
    isOver = true;
    await Promise.all(lights);
    const both = [...waits.session, ...waits.count];
    rows.push(measured(`beside ${what}`, both));
    longest.push(`${what} ${Math.round(Math.max(...both))}`);
  }
  await asker.terminate();
  report('light requests beside heavy ones, over HTTP', rows, `the longest wait, in ms: ${longest.join('; ')}`);
}

/** The status of an answer that is read to its end and not kept. */
async function asked(web: string, cookie: string, path: string, body?: unknown): Promise<number> {
  const headers = { 'content-type': 'application/json', cookie };
  const sent = body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) };
  const answer = await fetch(`${web}${path}`, { headers, ...sent });
  for await (const _ of answer.body ?? []);
  return answer.status;
}

async function json(web: string, cookie: string, path: string): Promise<unknown> {
  return (await fetch(`${web}${path}`, { headers: { cookie } })).json();
}
