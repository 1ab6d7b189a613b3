import { setTimeout as rest } from 'node:timers/promises';
import type { ClientFile, ClientSummary } from '@perambula/contract';
import type { FieldLine, LonLat, Search } from '@perambula/core';
import { measured, report } from './measure.js';
import type { Measured } from './measure.js';

const CORNERS = 19_900;
const IDLE_MS = 5_000;
/** How long a light request waits before it is asked again. */
const PAUSES_MS = { session: 20, count: 50 };

type Ask = (method: string, path: string, body?: unknown) => Promise<number>;

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
  const clients = (await json(web, heavy.cookie, '/api/clients')) as ClientSummary[];
  const file = (await json(web, heavy.cookie, `/api/clients/${clients[0]?.id ?? ''}`)) as ClientFile;
  const alert = { cadence: 'eachMorning', tell: ['new', 'priceDown', 'backOnMarket'], held: false, subject: '', greeting: '' };
  const all = { search: search([]), set: 'fit' };
  const times = (n: number, ask: (i: number) => Promise<number>) => () =>
    Promise.all(Array.from({ length: n }, (_, i) => ask(i)));
  const works: Readonly<Record<string, () => Promise<unknown>>> = {
    nothing: () => rest(IDLE_MS),
    'a workbook of 20,000 rows': times(1, () => heavy.ask('POST', '/api/searches/file', { ...all, type: 'xlsx' })),
    'a CSV of 20,000 rows': times(1, () => heavy.ask('POST', '/api/searches/file', { ...all, type: 'csv' })),
    'four previews of an alert': times(4, () =>
      heavy.ask('POST', `/api/searches/${file.savedSearches[0]?.id ?? ''}/alert/preview`, alert),
    ),
    'ten outlines of 20,000 corners': times(10, (i) =>
      heavy.ask('POST', '/api/searches/count', {
        search: search([], [{ id: 'z', mode: 'in', shape: { type: 'Polygon', coordinates: [zigzag(i)] } }]),
      }),
    ),
    'ten journeys from home': times(1, () => heavy.ask('POST', '/api/searches/count', { search: search(journeys(10)) })),
    'a hundred journeys from home': times(1, () => heavy.ask('POST', '/api/searches/count', { search: search(journeys(100)) })),
    'a hundred lines of text': times(1, () => heavy.ask('POST', '/api/searches/count', { search: search(texts(100)) })),
    'ten maps of everything': times(10, () => heavy.ask('POST', '/api/searches/marks', all)),
    'twenty pages of 500 rows': times(20, () => heavy.ask('POST', '/api/searches/listings', { ...all, limit: 500 })),
  };
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
      again('session', () => light.ask('GET', '/api/session')),
      again('count', () =>
        light.ask('POST', '/api/searches/count', {
          search: search([{ id: 'a', field: 'ListPrice', is: { atMost: 400_000 + 1000 * (n++ % 300) } }]),
        }),
      ),
    ];
    await rest(200);
    await work();
    isOver = true;
    await Promise.all(lights);
    const both = [...waits.session, ...waits.count];
    rows.push(measured(`beside ${what}`, both));
    longest.push(`${what} ${Math.round(Math.max(...both))}`);
  }
  report('light requests beside heavy ones, over HTTP', rows, `the longest wait, in ms: ${longest.join('; ')}`);
}

async function signedIn(web: string, who: { email: string; password: string }): Promise<{ cookie: string; ask: Ask }> {
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(`${web}/api/session`, { method: 'POST', headers, body: JSON.stringify(who) });
  const cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const ask: Ask = async (method, path, body) => {
    const answer = await fetch(`${web}${path}`, {
      method,
      headers: { ...headers, cookie },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    // read to its end, and not kept
    for await (const _ of answer.body ?? []);
    return answer.status;
  };
  return { cookie, ask };
}

async function json(web: string, cookie: string, path: string): Promise<unknown> {
  return (await fetch(`${web}${path}`, { headers: { cookie } })).json();
}
