import { createServer } from 'node:http';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { ListingRecord } from '@perambula/core';
import express from 'express';
import { createFilter } from 'odata-v4-inmemory';
import { Edm, odata, ODataController, ODataServer } from 'odata-v4-server';
import type { ODataQuery } from 'odata-v4-server';

/** A feed whose OData is that of another project's server (odata-v4-server), behind a token. */
export interface StandardFeed {
  /** Its OData service's root. */
  readonly root: string;
  readonly server: Server;
}

interface Token {
  readonly type: string;
  readonly value: { readonly options?: readonly Token[] };
}

/** Starts such a feed with some listings; of theirs, only what OData's plain types can say, and lists of text. */
export async function startStandardFeed(listings: readonly ListingRecord[], token: string): Promise<StandardFeed> {
  class Property {}
  class PropertyController extends ODataController {
    find(query?: ODataQuery): object[] {
      const filter = (query as unknown as Token | undefined)?.value.options?.find(({ type }) => type === 'Filter');
      return filter ? rows.filter(createFilter(filter as never) as (row: Row) => boolean) : rows;
    }
  }
  class Feed extends ODataServer {}

  const rows = listings.map(rowOf).sort((a, b) => a.ModificationTimestamp.getTime() - b.ModificationTimestamp.getTime());
  const { prototype } = Property;
  (Edm.Key as PropertyDecorator)(prototype, 'ListingKey');
  for (const [field, type] of Object.entries(typesOf(listings))) type(prototype, field);
  (odata.type(Property) as ClassDecorator)(PropertyController);
  odata.GET(PropertyController.prototype, 'find');
  odata.query(PropertyController.prototype, 'find', 0);
  (odata.controller(PropertyController, 'Property') as ClassDecorator)(Feed);
  odata.namespace('Elsewhere')(Feed);

  const app = express();
  app.use((request, response, next) => {
    if (request.headers.authorization === `Bearer ${token}`) next();
    else response.status(401).end();
  });
  app.use('/odata', Feed.create() as unknown as express.RequestHandler);
  const server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { root: `http://127.0.0.1:${(server.address() as AddressInfo).port}/odata`, server };
}

type Row = Record<string, unknown> & { readonly ModificationTimestamp: Date };

function rowOf(listing: ListingRecord): Row {
  const { ModificationTimestamp, ...rest } = listing;
  const plain = Object.entries(rest).filter(([, value]) => typeof value !== 'object' || Array.isArray(value));
  return { ...Object.fromEntries(plain), ModificationTimestamp: new Date(String(ModificationTimestamp)) };
}

function typesOf(listings: readonly ListingRecord[]): Record<string, PropertyDecorator> {
  const types: Record<string, PropertyDecorator> = { ModificationTimestamp: Edm.DateTimeOffset };
  for (const listing of listings)
    for (const [field, value] of Object.entries(listing)) {
      if (typeof value === 'number') types[field] ??= Edm.Double;
      else if (typeof value === 'boolean') types[field] ??= Edm.Boolean;
      else if (typeof value === 'string') types[field] ??= Edm.String;
      else if (Array.isArray(value) && typeof value[0] === 'string')
        types[field] ??= Edm.Collection(Edm.String as () => void) as PropertyDecorator;
    }
  return types;
}
