import { createServer } from 'node:http';
import type { IncomingHttpHeaders } from 'node:http';
import { text } from 'node:stream/consumers';
import type { AddressInfo } from 'node:net';
import { Parser } from 'odata-v4-parser';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { Outside } from '../common/outside.js';
import type { FeedAccess } from '../common/config.js';
import { dialectOf, STANDARD } from './dialect.js';
import type { Dialect } from './dialect.js';
import { FeedClient } from './feed.client.js';
import { FeedSource, NoSuchResource } from './feed.source.js';

type Answer = { readonly status: number; readonly headers?: Record<string, string>; readonly body?: string };
let answers: Answer[] = [];
let asked: URL[] = [];
let heads: IncomingHttpHeaders[] = [];
let bodies: string[] = [];
let pauses: number[] = [];
const server = createServer((request, response) => {
  asked.push(new URL(request.url ?? '/', 'http://feed'));
  heads.push(request.headers);
  void text(request).then((body) => bodies.push(body));
  const { status, headers = {}, body = '{"value":[]}' } = answers.shift() ?? { status: 200 };
  if (status === 0) return void response.destroy();
  response.writeHead(status, headers);
  response.end(body);
});
await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
afterAll(() => server.close());
beforeEach(() => {
  answers = [];
  asked = [];
  heads = [];
  bodies = [];
  pauses = [];
});

const address = (): string => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

function source(dialect: Dialect = STANDARD, access: FeedAccess = { token: 'token' }): FeedSource {
  return new FeedSource(`${address()}/odata`, new FeedClient(access, new Outside(['127.0.0.1'])), dialect, (ms) => {
    pauses.push(ms);
    return Promise.resolve();
  });
}

const page = (...value: object[]): Answer => ({ status: 200, body: JSON.stringify({ value }) });
async function every(pages: AsyncIterable<readonly object[]>): Promise<object[]> {
  const records: object[] = [];
  for await (const each of pages) records.push(...each);
  return records;
}

const from = { at: '2026-04-14T13:12:00.000Z', key: 'OST0000001' };

describe('FeedSource', () => {
  it('asks in OData that an independent parser reads (odata-v4-parser)', async () => {
    await source().after('Property', 'ListingKey', from);
    expect(asked[0]?.pathname).toBe('/odata/Property');
    const query = decodeURIComponent(asked[0]?.search.slice(1) ?? '');
    expect(() => new Parser().query(query)).not.toThrow();
    expect(asked[0]?.searchParams.get('$filter')).toBe(
      `(ModificationTimestamp gt ${from.at} or (ModificationTimestamp eq ${from.at} and ListingKey gt '${from.key}'))`,
    );
  });
  it('tries again after errors and cut connections, longer each time, and as long as 429 says', async () => {
    answers = [
      { status: 503 },
      { status: 0 },
      { status: 429, headers: { 'retry-after': '7' } },
      { status: 200, body: '{"value":[{"a":1}]}' },
    ];
    expect(await source().after('Property', 'ListingKey', from)).toEqual([{ a: 1 }]);
    expect(pauses).toHaveLength(3);
    expect(pauses[2]).toBe(7000);
  });
  it('gives up in the end with a sentence, at once when there is no such resource', async () => {
    answers = Array.from({ length: 20 }, () => ({ status: 503 }));
    await expect(source().after('Property', 'ListingKey', from)).rejects.toThrow('it answered 503');
    answers = [{ status: 404 }];
    await expect(source().after('OpenHouse', 'OpenHouseKey', from)).rejects.toThrow(NoSuchResource);
  });
  it('follows @odata.nextLink to the end', async () => {
    const base = address();
    answers = [
      { status: 200, body: JSON.stringify({ value: [{ a: 1 }], '@odata.nextLink': `${base}/odata/Property?$skip=1` }) },
      { status: 200, body: JSON.stringify({ value: [{ a: 2 }] }) },
    ];
    const pages = [];
    for await (const page of source().all('Property')) pages.push(page);
    expect(pages).toEqual([[{ a: 1 }], [{ a: 2 }]]);
  });
  it('leaves a feed alone as long as it asks for, in seconds or until a date (RFC 9110, 10.2.3)', async () => {
    for (const [after, seconds] of [
      ['90', 90],
      [new Date(Date.now() + 120_000).toUTCString(), 120],
    ] as const) {
      answers = [{ status: 429, headers: { 'retry-after': after } }];
      asked = [];
      const feed = source();
      const until = new Date(Date.now() + seconds * 1000).toISOString().slice(0, 13).replace('T', ' ');
      await expect(feed.after('Property', 'ListingKey', from)).rejects.toThrow(`left alone until ${until}`);
      await expect(feed.after('Property', 'ListingKey', from)).rejects.toThrow('left alone until');
      expect(asked).toHaveLength(1);
    }
  });
  it('asks for some values by “or” where the feed does not know “in”, and no more by “in” then', async () => {
    answers = [{ status: 400 }, page({ ListingKey: 'a' }), page({ ListingKey: 'b' }), page({ ListingKey: 'c' })];
    const feed = source();
    expect(await every(feed.oneOf('Property', 'ListingKey', ["o'a", 'b']))).toEqual([{ ListingKey: 'a' }]);
    const keys = Array.from({ length: 41 }, (_, i) => `k${i}`);
    expect(await every(feed.oneOf('Property', 'ListingKey', keys))).toHaveLength(2);
    expect(asked.map(({ searchParams }) => searchParams.get('$filter')).map((filter) => filter?.slice(0, 46))).toEqual([
      "ListingKey in ('o''a','b')",
      "ListingKey eq 'o''a' or ListingKey eq 'b'",
      "ListingKey eq 'k0' or ListingKey eq 'k1' or Li",
      "ListingKey eq 'k40'",
    ]);
    // the parser does not know OData 4.01's “in”
    for (const { search } of asked.slice(1)) expect(() => new Parser().query(decodeURIComponent(search.slice(1)))).not.toThrow();
  });
  it('takes a feed that only ever fails at “in” not to know it, and one that stumbled once to know it', async () => {
    answers = [{ status: 500 }, { status: 500 }, { status: 500 }, page({ ListingKey: 'a' })];
    expect(await every(source().oneOf('Property', 'ListingKey', ['a']))).toEqual([{ ListingKey: 'a' }]);
    expect(asked.at(-1)?.searchParams.get('$filter')).toBe("ListingKey eq 'a'");
    answers = [{ status: 500 }, page({ ListingKey: 'a' }), ...Array.from({ length: 20 }, () => ({ status: 500 }))];
    asked = [];
    const feed = source();
    await every(feed.oneOf('Property', 'ListingKey', ['a']));
    await expect(every(feed.oneOf('Property', 'ListingKey', ['b']))).rejects.toThrow('it answered 500');
    expect(asked.every(({ searchParams }) => searchParams.get('$filter')?.includes(' in '))).toBe(true);
  });
  it('reads no page that would take many times its size, and says so', async () => {
    const deep = { status: 200, body: `{"value":${'['.repeat(100_000)}` };
    answers = Array.from({ length: 20 }, () => deep);
    await expect(source().after('Property', 'ListingKey', from)).rejects.toThrow('It is nested too deeply to be read.');
  });
  it('takes what the feed’s description does not name, and breaks when it is asked for, for none', async () => {
    const described: Dialect = { ...STANDARD, resources: new Set(['Property']) };
    const broken = Array.from({ length: 20 }, () => ({ status: 500 }));
    answers = [...broken];
    await expect(source(described).after('OpenHouse', 'OpenHouseKey', from)).rejects.toThrow(NoSuchResource);
    expect(asked).toHaveLength(1);
    answers = [...broken];
    await expect(source(described).after('Property', 'ListingKey', from)).rejects.toThrow('it answered 500');
    // one that only stumbles is there
    answers = [{ status: 503 }, page({ OpenHouseKey: '1' })];
    expect(await source(described).after('OpenHouse', 'OpenHouseKey', from)).toHaveLength(1);
  });
  it('asks and reads in the feed’s own names and values', async () => {
    const dialect: Dialect = {
      fields: new Map([
        ['Key', 'ListingKey'],
        ['Changed', 'ModificationTimestamp'],
        ['Stat', 'StandardStatus'],
      ]),
      values: new Map([['StandardStatus', new Map([['A', 'Active']])]]),
      resources: null,
    };
    answers = [page({ Key: '1', Changed: from.at, Stat: 'A' }), page({ Key: '2', Stat: 'X' })];
    const feed = source(dialect);
    expect(await feed.after('Property', 'ListingKey', from)).toEqual([
      { ListingKey: '1', ModificationTimestamp: from.at, StandardStatus: 'Active' },
    ]);
    expect(await every(feed.oneOf('Property', 'StandardStatus', ['Active', 'Hold']))).toEqual([
      { ListingKey: '2', StandardStatus: 'X' },
    ]);
    expect(asked.map(({ searchParams }) => searchParams.get('$filter'))).toEqual([
      `(Changed gt ${from.at} or (Changed eq ${from.at} and Key gt 'OST0000001'))`,
      "Stat in ('A','Hold')",
    ]);
  });
});

// RFC 6749, 2.3.1, 4.4 and 5.1
describe('a feed that gives tokens for a while', () => {
  const access = (): FeedAccess => ({ tokenUrl: `${address()}/token`, clientId: 'us', clientSecret: 'a b', scope: 'api' });
  const token = (access_token: string, expires_in: number): Answer => ({
    status: 200,
    body: JSON.stringify({ access_token, token_type: 'Bearer', expires_in }),
  });
  it('is asked for one first, which is kept, and renewed when it is refused', async () => {
    answers = [token('one', 3600), page(), page(), { status: 401 }, token('two', 3600), page()];
    const feed = source(STANDARD, access());
    for (let i = 0; i < 3; i++) await feed.after('Property', 'ListingKey', from);
    expect(asked.map(({ pathname }) => pathname)).toEqual([
      '/token',
      '/odata/Property',
      '/odata/Property',
      '/odata/Property',
      '/token',
      '/odata/Property',
    ]);
    expect(heads[0]?.authorization).toBe(`Basic ${Buffer.from('us:a%20b').toString('base64')}`);
    expect(Object.fromEntries(new URLSearchParams(bodies[0]))).toEqual({ grant_type: 'client_credentials', scope: 'api' });
    expect(heads.map(({ authorization }) => authorization).filter((each) => each?.startsWith('Bearer'))).toEqual([
      'Bearer one',
      'Bearer one',
      'Bearer one',
      'Bearer two',
    ]);
  });
  it('is told client and secret in the body where it does not take them otherwise', async () => {
    answers = [{ status: 401, body: '{"error":"invalid_client"}' }, token('one', 3600), page()];
    await source(STANDARD, access()).after('Property', 'ListingKey', from);
    expect(Object.fromEntries(new URLSearchParams(bodies[1]))).toMatchObject({ client_id: 'us', client_secret: 'a b' });
  });
  it('says so when it gives none', async () => {
    answers = [{ status: 400 }, { status: 400 }];
    await expect(source(STANDARD, access()).first(1)).rejects.toThrow('it gives no token for that client and secret (400)');
    answers = [{ status: 200, body: '{}' }];
    await expect(source(STANDARD, access()).first(1)).rejects.toThrow('with none');
  });
});

// the annotations and the Lookup resource as RESO's Data Dictionary 1.7 and 2.0 have them, from memory
describe('what a feed says of itself', () => {
  const METADATA = `<?xml version="1.0"?><edmx:Edmx Version="4.0" xmlns:edmx="http://docs.oasis-open.org/odata/ns/edmx"><edmx:DataServices>
    <Schema Namespace="Feed" xmlns="http://docs.oasis-open.org/odata/ns/edm">
      <EntityType Name="Home"><Key><PropertyRef Name="ListingKey"/></Key>
        <Property Name="ListingKey" Type="Edm.String"/>
        <Property Name="StandardStatus" Type="Feed.Enums.StandardStatus"/>
        <Property Name="View" Type="Collection(Feed.Enums.View)"/>
        <Property Name="L_Asked" Type="Edm.Int64"><Annotation Term="RESO.OData.Metadata.StandardName" String="ListPrice"/></Property>
        <Property Name="Roof" Type="Edm.String"><Annotation Term="RESO.OData.Metadata.LookupName" String="RoofKinds"/></Property>
      </EntityType>
      <EntityContainer Name="C"><EntitySet Name="Property" EntityType="Feed.Home"/></EntityContainer>
    </Schema>
    <Schema Namespace="Feed.Enums" xmlns="http://docs.oasis-open.org/odata/ns/edm">
      <EnumType Name="StandardStatus"><Member Name="Act" Value="0"><Annotation Term="RESO.OData.Metadata.StandardName" String="Active"/></Member><Member Name="ComingSoon" Value="1"/></EnumType>
      <EnumType Name="View" IsFlags="true"><Member Name="Water"/><Member Name="OceanGlimpse"/></EnumType>
    </Schema></edmx:DataServices></edmx:Edmx>`;
  const LOOKUPS = [
    { LookupName: 'RoofKinds', LookupValue: 'Tin', StandardLookupValue: 'Metal', LegacyODataValue: 'tin' },
    { LookupName: 'View', LookupValue: 'Harbor', StandardLookupValue: null },
  ];
  async function described(): Promise<Dialect> {
    answers = [{ status: 200, body: METADATA }, page(...LOOKUPS)];
    const feed = source();
    return dialectOf(await feed.description(), await feed.lookups(), { L_Beds: 'BedroomsTotal' });
  }
  it('is read into the Data Dictionary’s names and values', async () => {
    const dialect = await described();
    answers = [page({ StandardStatus: 'Act', View: 'Water,OceanGlimpse', L_Asked: 5, Roof: 'tin', L_Beds: 3 })];
    expect(await source(dialect).after('Property', 'ListingKey', from)).toEqual([
      { StandardStatus: 'Active', View: ['Water', 'Ocean Glimpse'], ListPrice: 5, Roof: 'Metal', BedroomsTotal: 3 },
    ]);
  });
  it('is used to ask, too', async () => {
    const dialect = await described();
    await every(source(dialect).oneOf('Property', 'StandardStatus', ['Active', 'Coming Soon', 'Hold']));
    expect(asked.at(-1)?.searchParams.get('$filter')).toBe("StandardStatus in ('Act','ComingSoon','Hold')");
  });
  it('may be nothing, or nothing that can be read', async () => {
    for (const answer of [
      { status: 404 },
      { status: 501 },
      { status: 200, body: 'hello' },
      { status: 200, body: '<a><b></a>' },
      { status: 200, body: `<r>${'<b/>'.repeat(1_000_001)}</r>` },
    ]) {
      answers = [answer];
      expect(await source().description()).toBeNull();
    }
    answers = [{ status: 404 }];
    expect(await source().lookups()).toEqual([]);
  });
});
