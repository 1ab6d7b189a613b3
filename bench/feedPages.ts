import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { buildCounty, streamListings } from '@perambula/county';

/**
 * A feed that has its pages of listings ready, so that what is measured is their reading. It runs as a process of its own
 * and tells its parent the port, and each moment a page is asked for.
 */
const [pages, size, now] = process.argv.slice(2).map(Number) as [number, number, number];
const stream = streamListings(buildCounty(), pages * size, now);
const start = now - 86_400_000;
const keys: string[] = [];
const bodies = Array.from({ length: pages }, (_, page) => {
  const value = Array.from({ length: size }, (_, i) => {
    const record = stream.next().value as Record<string, unknown>;
    keys.push(String(record['ListingKey']));
    return { ...record, ModificationTimestamp: new Date(start + (page * size + i)).toISOString() };
  });
  return Buffer.from(JSON.stringify({ value }));
});
const EMPTY = Buffer.from('{"value":[]}');
const KEYS = Buffer.from(JSON.stringify({ value: keys.map((ListingKey) => ({ ListingKey })) }));

const server = createServer((request, response) => {
  const { pathname, searchParams } = new URL(request.url ?? '/', 'http://feed');
  let body = EMPTY;
  if (pathname.endsWith('/Property') && searchParams.get('$select')) body = KEYS;
  else if (pathname.endsWith('/Property') && searchParams.get('$filter')?.includes('ModificationTimestamp')) {
    const asked = /gt (\S+?) or/.exec(searchParams.get('$filter') ?? '')?.[1] ?? '';
    const page = Math.max(0, Math.ceil((Date.parse(asked) + 1 - start) / size));
    body = bodies[page] ?? EMPTY;
    process.send?.({ at: performance.timeOrigin + performance.now() });
  }
  response.writeHead(200, { 'content-type': 'application/json' });
  response.end(body);
});
server.listen(0, '127.0.0.1', () => process.send?.({ port: (server.address() as AddressInfo).port }));
process.on('disconnect', () => process.exit(0));
