import { createHash } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { baseMap } from './baseMap.js';
import { buildCounty } from './county.js';
import { readFilter } from './feed/filter.js';
import { isWater } from './ground.js';
import { Mailbox } from './mail/mailbox.js';
import { Market } from './market.js';
import { answerShowing } from './offices/answer.js';
import { drawPicture } from './pictures.js';

const NOW = Date.parse('2026-04-14T13:12:00Z');
const county = buildCounty(7);
const market = new Market(county);
market.advanceTo(NOW);
const digest = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex');

describe('buildCounty', () => {
  it('gives the same county for the same seed, and another for another', () => {
    expect(digest(buildCounty(7))).toBe(digest(county));
    expect(digest(buildCounty(8).parcels)).not.toBe(digest(county.parcels));
  });
  it('has about 3,000 parcels on dry land, each with an address of its own', () => {
    expect(county.parcels.length).toBeGreaterThan(2500);
    expect(county.parcels.filter(({ at }) => isWater(at))).toEqual([]);
    const addresses = county.parcels.map(({ number, street, town }) => `${number} ${street.name} ${street.suffix} ${town.name}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });
  it('joins all its towns by road', () => {
    const next = new Map<number, number[]>();
    for (const { from, to } of county.roads.edges)
      for (const [a, b] of [
        [from, to],
        [to, from],
      ] as const)
        next.set(a, [...(next.get(a) ?? []), b]);
    const reached = new Set([0]);
    for (const node of reached) for (const other of next.get(node) ?? []) reached.add(other);
    const towns = new Set(
      county.roads.streets.filter(({ nodes, town }) => town && nodes.some((node) => reached.has(node))).map(({ town }) => town),
    );
    expect(towns.size).toBe(8);
  });
});

describe('Market', () => {
  it('lives the same life in one step as in many', () => {
    const steps = new Market(county);
    for (let now = Date.parse('2024-01-01T00:00:00Z'); now < NOW; now += 37 * 3_600_000) steps.advanceTo(now);
    steps.advanceTo(NOW);
    expect(digest(steps.listings)).toBe(digest(market.listings));
    expect(digest(steps.history)).toBe(digest(market.history));
  });
  it('has about 200 homes on the market and more than two years of sales', () => {
    const on = market.listings.filter(({ StandardStatus }) =>
      ['Coming Soon', 'Active', 'Active Under Contract', 'Pending', 'Hold'].includes(String(StandardStatus)),
    );
    expect(on.length).toBeGreaterThan(150);
    expect(on.length).toBeLessThan(320);
    const closings = market.listings.flatMap(({ CloseDate }) => (typeof CloseDate === 'string' ? [CloseDate] : [])).sort();
    expect((closings[0] as string) < '2024-04-14').toBe(true);
  });
  it('tells nothing of the future, and its history ends where its listings stand', () => {
    expect(market.listings.every(({ ModificationTimestamp }) => Date.parse(String(ModificationTimestamp)) <= NOW)).toBe(true);
    const last = new Map(
      market.history
        .filter(({ FieldName }) => FieldName === 'StandardStatus')
        .map((row) => [row.ResourceRecordKey, row.NewValue]),
    );
    for (const [key, status] of last)
      expect(market.listings.find(({ ListingKey }) => ListingKey === key)?.['StandardStatus']).toBe(status);
  });
  it('cuts most prices by less than five per cent (common practice, no source)', () => {
    const shares = market.history
      .filter(({ FieldName }) => FieldName === 'ListPrice')
      .map(({ PreviousValue, NewValue }) => 1 - Number(NewValue) / Number(PreviousValue))
      .filter((share) => share > 0);
    expect(shares.filter((share) => share < 0.05).length / shares.length).toBeGreaterThan(0.6);
  });
});

describe('baseMap', () => {
  it('stays at sea near 40.6 N 66.0 W', () => {
    const places = baseMap(county)
      .features.filter(({ properties }) => properties['layer'] === 'townLabel')
      .map(({ geometry }) => geometry.coordinates as [number, number]);
    expect(places).toHaveLength(8);
    for (const [lon, lat] of places) expect(Math.hypot(lon + 66, lat - 40.6)).toBeLessThan(0.25);
  });
});

describe('drawPicture', () => {
  it('draws the same home the same way, without anything from outside', () => {
    for (const record of market.listings.slice(0, 50))
      for (let i = 0; i < 4; i++) {
        const svg = drawPicture(record, i);
        expect(svg).toBe(drawPicture(record, i));
        expect(svg).not.toMatch(/NaN|undefined|href|<script/);
      }
  });
});

describe('readFilter', () => {
  const record = { A: 3, S: "O'Hara", T: '2026-04-14T13:12:00.000Z', N: null, B: true };
  it.each([
    ['A gt 2 and A lt 4', true],
    ['A eq 2 or (A ge 3 and not (A gt 3))', true],
    ["S eq 'O''Hara'", true],
    ['T gt 2026-04-14T13:11:59Z', true],
    ['T gt 2026-04-14T13:12:00Z', false],
    ['A in (1, 3)', true],
    ['N eq null', true],
    ['N gt 1', false],
    ['N ne null', false],
    ['B eq true', true],
  ])('%s: %s', (filter, expected) => expect(readFilter(filter)(record)).toBe(expected));
  it.each(['A gt', "S eq 'open", 'A like 3', 'A eq 1 B eq 2'])('refuses %s', (filter) =>
    expect(() => readFilter(filter)).toThrow(/^\$filter: /),
  );
});

describe('answerShowing', () => {
  const home = { StandardStatus: 'Active', OccupantType: 'Tenant', ListOfficeName: 'Marl & Mason' };
  const saturday = Date.parse('2026-04-18T14:00:00Z');
  it('keeps to the office’s hours, the occupants’ notice and the home’s status', () => {
    expect(answerShowing(home, { startAt: saturday, askedAt: NOW }).answer).toBe('confirmed');
    expect(answerShowing(home, { startAt: saturday, askedAt: saturday - 3_600_000 }).reason).toContain('24 hours');
    expect(answerShowing(home, { startAt: saturday + 12 * 3_600_000, askedAt: NOW }).answer).toBe('refused');
    expect(answerShowing({ ...home, StandardStatus: 'Pending' }, { startAt: saturday, askedAt: NOW }).answer).toBe('refused');
    expect(
      answerShowing({ ...home, StandardStatus: 'Coming Soon', ActivationDate: '2026-04-20' }, { startAt: saturday, askedAt: NOW })
        .answer,
    ).toBe('refused');
  });
});

describe('Mailbox', () => {
  it('keeps one message of an identity for a reader, however often it comes', async () => {
    const mailbox = new Mailbox(mkdtempSync(join(tmpdir(), 'mailbox-')));
    const raw = Buffer.from('Message-ID: <1@x.example>\r\nTo: a@x.example\r\nSubject: =?UTF-8?Q?Caf=C3=A9?=\r\n\r\nHello');
    await mailbox.keep(raw, ['a@x.example']);
    await mailbox.keep(raw, ['a@x.example']);
    await mailbox.keep(Buffer.from(raw.toString().replace('<1@', '<2@')), ['a@x.example']);
    const list = await mailbox.list();
    expect(list.map(({ messageId }) => messageId).sort()).toEqual(['<1@x.example>', '<2@x.example>']);
    expect(list[0]?.subject).toBe('Café');
    expect(mailbox.raw(list[0]?.id ?? '')?.toString()).toContain('Hello');
    expect(mailbox.raw('../../etc/passwd')).toBeNull();
  });
});
