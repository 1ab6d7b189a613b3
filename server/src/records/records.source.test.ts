import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { IncomingHttpHeaders, Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Config } from '../../dist/common/config.js';
import { RecordsSource } from '../../dist/records/records.source.js';
import type { Fetched } from '../../dist/records/records.source.js';

interface Played {
  readonly server: Server;
  readonly url: string;
  /** What it was asked for, and with which headers. */
  readonly asked: { readonly path: string; readonly headers: IncomingHttpHeaders }[];
}

const folder = mkdtempSync(join(tmpdir(), 'perambula-records-'));
const playing: Played[] = [];
async function play(answer: (path: string) => { type: string; body: string }): Promise<Played> {
  const asked: Played['asked'] = [];
  const server = createServer((request, response) => {
    const path = request.url ?? '';
    asked.push({ path, headers: request.headers });
    const { type, body } = answer(path);
    response.writeHead(200, { 'content-type': type }).end(body);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const played = { server, url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, asked };
  playing.push(played);
  return played;
}

const textOf = (fetched: Fetched | null): Promise<string> => text(fetched?.stream() ?? Readable.from([]));

const PICTURE = { type: 'image/png', body: 'a picture' };
/** Longer than any picture may be. */
const ENDLESS = 'x'.repeat(21_000_000);
let feed: Played;
let named: Played;
let other: Played;
let records: RecordsSource;
beforeAll(async () => {
  // where files stand that were fetched
  vi.stubEnv('TMPDIR', folder);
  named = await play((path) => (path.endsWith('.html') ? { type: 'text/html', body: '<script>' } : PICTURE));
  other = await play(() => PICTURE);
  feed = await play((path) => {
    if (path === '/large.png') return { ...PICTURE, body: 'x'.repeat(900_000) };
    if (path === '/endless.png') return { ...PICTURE, body: ENDLESS };
    if (!path.startsWith('/odata/Media')) return PICTURE;
    const urls = ['/own.png', `${named.url}/a.png`, `${other.url}/b.png`, `${named.url}/c.html`, '/large.png', '/endless.png'];
    const value = urls.map((MediaURL) => ({ MediaCategory: 'Photo', ShortDescription: '', MediaURL }));
    return { type: 'application/json', body: JSON.stringify({ value }) };
  });
  const address = { root: `${feed.url}/odata`, access: { token: 'the feeds own' }, names: {}, chosen: true };
  const hosts = { internalHosts: ['127.0.0.1'], mediaHosts: [new URL(named.url).host] };
  const config = { feed: { first: null, ...hosts }, county: null } as unknown as Config;
  records = new RecordsSource({ current: () => Promise.resolve(address) } as never, config);
});
afterAll(() => {
  vi.unstubAllEnvs();
  playing.forEach(({ server }) => void server.close());
  rmSync(folder, { recursive: true });
});

describe('a listing’s pictures', () => {
  it('come from the feed’s own server with its token', async () => {
    expect(await textOf(await records.picture('L1', '0.png'))).toBe('a picture');
    expect(feed.asked.at(-1)).toMatchObject({ path: '/own.png', headers: { authorization: 'Bearer the feeds own' } });
  });
  it('come from a server that the settings name without it', async () => {
    expect((await records.picture('L1', '1.png'))?.type).toBe('image/png');
    expect(named.asked.map(({ path, headers }) => [path, headers.authorization])).toEqual([['/a.png', undefined]]);
  });
  it('are asked of no other server, and taken as nothing else than a picture', async () => {
    expect(await records.picture('L1', '2.png')).toBeNull();
    expect(other.asked).toEqual([]);
    expect(await records.picture('L1', '3.png')).toBeNull();
    expect(await records.picture('L1', '9.png')).toBeNull();
  });
  it('are not held where they are large, but in a file that goes once they were handed on', async () => {
    const large = await records.picture('L1', '4.png');
    expect(readdirSync(folder)).toHaveLength(1);
    expect(await textOf(large)).toHaveLength(900_000);
    await large?.remove?.();
    expect(await records.picture('L1', '5.png')).toBeNull();
    expect(readdirSync(folder)).toEqual([]);
  });
  it('are fetched a few at a time, however many ask for them', async () => {
    let [now, most] = [0, 0];
    const counting = createServer((_request, response) => {
      most = Math.max(most, ++now);
      setTimeout(() => {
        now--;
        response.writeHead(200, { 'content-type': 'application/json' }).end('{"value":[]}');
      }, 20);
    });
    await new Promise<void>((resolve) => counting.listen(0, '127.0.0.1', resolve));
    const root = `http://127.0.0.1:${(counting.address() as AddressInfo).port}/odata`;
    const address = { root, access: { token: 't' }, names: {}, chosen: true };
    const config = { feed: { first: null, internalHosts: ['127.0.0.1'], mediaHosts: [] }, county: null } as unknown as Config;
    const source = new RecordsSource({ current: () => Promise.resolve(address) } as never, config);
    await Promise.all(Array.from({ length: 60 }, (_, i) => source.picture(`L${i}`, '0.png')));
    expect(most).toBe(8);
    counting.close();
  });
});
