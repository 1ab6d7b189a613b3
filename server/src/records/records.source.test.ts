import { createServer } from 'node:http';
import type { IncomingHttpHeaders, Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Config } from '../../dist/common/config.js';
import { RecordsSource } from '../../dist/records/records.source.js';

interface Played {
  readonly server: Server;
  readonly url: string;
  /** What it was asked for, and with which headers. */
  readonly asked: { readonly path: string; readonly headers: IncomingHttpHeaders }[];
}

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

const PICTURE = { type: 'image/png', body: 'a picture' };
let feed: Played;
let named: Played;
let other: Played;
let records: RecordsSource;
beforeAll(async () => {
  named = await play((path) => (path.endsWith('.html') ? { type: 'text/html', body: '<script>' } : PICTURE));
  other = await play(() => PICTURE);
  feed = await play((path) => {
    if (!path.startsWith('/odata/Media')) return PICTURE;
    const urls = ['/own.png', `${named.url}/a.png`, `${other.url}/b.png`, `${named.url}/c.html`];
    const value = urls.map((MediaURL) => ({ MediaCategory: 'Photo', ShortDescription: '', MediaURL }));
    return { type: 'application/json', body: JSON.stringify({ value }) };
  });
  const address = { root: `${feed.url}/odata`, access: { token: 'the feeds own' }, names: {}, chosen: true };
  const hosts = { internalHosts: ['127.0.0.1'], mediaHosts: [new URL(named.url).host] };
  const config = { feed: { first: null, ...hosts }, county: null } as unknown as Config;
  records = new RecordsSource({ current: () => Promise.resolve(address) } as never, config);
});
afterAll(() => playing.forEach(({ server }) => void server.close()));

describe('a listing’s pictures', () => {
  it('come from the feed’s own server with its token', async () => {
    expect((await records.picture('L1', '0.png'))?.body.toString()).toBe('a picture');
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
});
