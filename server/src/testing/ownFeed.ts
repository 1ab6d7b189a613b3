import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';

/** A record as a feed gives it. */
export type Raw = Record<string, unknown>;

/** A feed that a test plays: it has Property and nothing else, and may have more listings later. */
export interface OwnFeed {
  readonly listings: Raw[];
  /** Its OData service's root. */
  readonly root: string;
  readonly close: () => void;
}

export async function startOwnFeed(): Promise<OwnFeed> {
  const listings: Raw[] = [];
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://feed.example');
    const [, after = ''] = /ModificationTimestamp gt (\S+)/.exec(url.searchParams.get('$filter') ?? '') ?? [];
    const isProperty = url.pathname === '/odata/Property';
    const value = isProperty
      ? listings
          .filter(({ ModificationTimestamp }) => String(ModificationTimestamp) > after)
          .sort((a, b) => (String(a['ModificationTimestamp']) < String(b['ModificationTimestamp']) ? -1 : 1))
      : [];
    response.writeHead(isProperty ? 200 : 404, { 'content-type': 'application/json' }).end(JSON.stringify({ value }));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    listings,
    root: `http://127.0.0.1:${(server.address() as AddressInfo).port}/odata`,
    close: () => server.close(),
  };
}

/** A home for sale as a feed gives it. */
export function home(ListingKey: string, more: Raw = {}): Raw {
  return {
    ListingKey,
    PropertyType: 'Residential',
    StandardStatus: 'Active',
    ListPrice: 400_000,
    City: 'Wrenfield',
    ListOfficeName: 'Marl & Mason',
    ModificationTimestamp: '2026-04-14T10:00:00.000Z',
    ...more,
  };
}
