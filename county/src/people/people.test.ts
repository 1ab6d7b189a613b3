import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { HOUSEHOLDS } from './households.js';
import { People } from './people.js';

const folder = mkdtempSync(join(tmpdir(), 'perambula-people-'));
/** A morning in winter: ten o'clock in the county. */
const MORNING = Date.parse('2026-02-10T15:00:00Z');
const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** An application that shows each visitor the same six homes, and writes down what is asked of it. */
let asked: string[] = [];
let isAway = false;
let application: Server;
beforeAll(async () => {
  application = createServer((request, response) => {
    void text(request).then((body) => {
      if (isAway || body.includes('bad-token')) return response.writeHead(503).end();
      asked.push(`${request.method} ${request.url} ${body}`);
      const keys = ['OST1', 'OST2', 'OST3', 'OST4', 'OST5', 'OST6'];
      const homes = keys.map((listingKey) => ({ listingKey, isNew: true, reaction: null, showing: null }));
      const facts = {
        BathroomsTotalInteger: 3,
        GarageSpaces: 2,
        YearBuilt: 1990,
        LotSizeAcres: 0.3,
        LivingArea: 2000,
        AssociationFee: 100,
        Sewer: 'Public Sewer',
        PoolPrivateYN: 'false',
      };
      const cards = keys.map((ListingKey) => ({ listing: { ListingKey, ...facts } }));
      const answer =
        request.url === '/api/portal'
          ? { countsVisits: true, homes, searches: [{ id: 'S1', cadence: 'eachMorning', state: 'running' }] }
          : request.url?.startsWith('/api/portal/homes?')
            ? cards
            : {};
      return response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(answer));
    });
  });
  await new Promise<void>((resolve) => application.listen(0, '127.0.0.1', resolve));
});
beforeEach(() => {
  asked = [];
  isAway = false;
});
afterAll(() => {
  application.close();
  rmSync(folder, { recursive: true, force: true });
});

let files = 0;
const peopleIn = (file: string): People => {
  const origin = `http://127.0.0.1:${(application.address() as AddressInfo).port}`;
  // their agents' part is over
  return new People({ origin, file, agentsUntil: 0, password: '' });
};
const people = (): People => peopleIn(join(folder, `${files++}.json`));

const mail = (at: number, body: string): Buffer =>
  Buffer.from(`From: juno@wayfarer.example\r\nDate: ${new Date(at).toUTCString()}\r\nSubject: x\r\n\r\n${body}\r\n`);
const LINKS = 'See them: http://127.0.0.1/p/portal-token\r\nStop these messages: http://127.0.0.1/stop/stop-token';

describe('the county’s people', () => {
  it('press the button that confirms their address, once, unless they never do', async () => {
    const county = people();
    const confirm = mail(MORNING, 'Confirm: http://127.0.0.1/confirm/yes-token');
    await county.receive(confirm, ['bashir@odell.example', 'rowan@vey.example', 'nobody@else.example']);
    await county.live(MORNING);
    await county.live(MORNING + 3 * DAY);
    expect(asked).toEqual(['POST /api/confirm {"token":"yes-token"}']);
  });

  it('look at what they were sent, and say something of it in their own time', async () => {
    const county = people();
    for (let day = 0; day < 5; day++) await county.receive(mail(MORNING + day * DAY, LINKS), ['bashir@odell.example']);
    await county.live(MORNING - HOUR);
    expect(asked).toEqual([]);
    await county.live(MORNING + 6 * DAY);
    expect(asked.filter((each) => each.startsWith('GET /api/portal')).length).toBeGreaterThan(2);
    expect(asked.some((each) => /^POST \/api\/portal\/homes\/OST\d\/visit/.test(each))).toBe(true);
    expect(
      asked.some((each) => /^PUT \/api\/portal\/homes\/OST\d\/reaction .*"verdict":"(like|unsure|notForUs)"/.test(each)),
    ).toBe(true);
    expect(asked.some((each) => each.includes('/stop'))).toBe(false);
  });

  it('write to their agent about what they like, and hear less often when it is too much for them', async () => {
    const county = people();
    const readers = ['bashir@odell.example', 'linnea@faraday.example', 'abena@tarrow.example', 'solveig@antrobus.example'];
    for (let day = 0; day < 60; day++)
      await county.receive(mail(MORNING + day * DAY, LINKS), [...readers, 'ottilie@bryde.example']);
    await county.live(MORNING + 11 * DAY);
    expect(asked.some((each) => each.startsWith('PATCH'))).toBe(false);
    await county.live(MORNING + 64 * DAY);
    expect(asked).toContain('PATCH /api/portal/searches/S1/alert {"cadence":"weekly"}');
    expect(asked.some((each) => /^POST \/api\/portal\/written {"text":".+\?","listingKey":"OST\d"}/.test(each))).toBe(true);
  });

  it('say once how they would have their search', async () => {
    const county = people();
    for (let day = 0; day < 40; day++) await county.receive(mail(MORNING + day * DAY, LINKS), ['linnea@faraday.example']);
    const said = (): string[] => asked.filter((each) => each.startsWith('POST /api/portal/searches/S1/proposals'));
    await county.live(MORNING + 19 * DAY);
    expect(said()).toEqual([]);
    await county.live(MORNING + 42 * DAY);
    expect(said()).toHaveLength(1);
    expect(said()[0]).toContain('"text":"Up to 540k, and Mallow Green too');
  });

  it('do the same again from the same mail', async () => {
    const lives = [];
    for (let i = 0; i < 2; i++) {
      const county = people();
      asked = [];
      for (let day = 0; day < 20; day++)
        await county.receive(mail(MORNING + day * DAY, LINKS), ['bashir@odell.example', 'nadia@kesteven.example']);
      await county.live(MORNING + 30 * DAY);
      lives.push(asked);
    }
    expect(lives[0]?.length).toBeGreaterThan(20);
    expect(lives[1]).toEqual(lives[0]);
  });

  it('go quiet, or stop, or have a full mailbox, as it is their way', async () => {
    const county = people();
    for (let day = 0; day < 40; day++)
      await county.receive(mail(MORNING + day * DAY, LINKS), ['maren@ilves.example', 'jarek@ames.example', 'dagny@pell.example']);
    await county.live(MORNING + 4 * DAY);
    expect(county.isFull('dagny@pell.example')).toBe(false);
    await county.live(MORNING + 42 * DAY);
    expect(county.isFull('dagny@pell.example')).toBe(true);
    expect(county.isFull('bashir@odell.example')).toBe(false);
    expect(asked.filter((each) => each.startsWith('POST /api/stop')).length).toBeGreaterThan(0);
    asked = [];
    await county.receive(mail(MORNING + 60 * DAY, LINKS), ['maren@ilves.example']);
    await county.live(MORNING + 70 * DAY);
    expect(asked).toEqual([]);
  });

  it('try later what could not be done, and remember it over a start', async () => {
    const file = join(folder, 'kept.json');
    const before = peopleIn(file);
    await before.receive(mail(MORNING, 'Confirm: http://127.0.0.1/confirm/yes-token'), ['bashir@odell.example']);
    await before.live(MORNING);
    isAway = true;
    await expect(before.live(MORNING + DAY)).rejects.toThrow('503');
    isAway = false;
    await peopleIn(file).live(MORNING + DAY + HOUR);
    expect(asked).toEqual(['POST /api/confirm {"token":"yes-token"}']);
  });

  it('live on when one of them can do nothing', async () => {
    const county = people();
    await county.receive(mail(MORNING, 'Confirm: http://127.0.0.1/confirm/bad-token'), ['bashir@odell.example']);
    await county.receive(mail(MORNING, 'Confirm: http://127.0.0.1/confirm/yes-token'), ['nadia@kesteven.example']);
    await expect(county.live(MORNING + DAY)).rejects.toThrow('503');
    expect(asked).toEqual(['POST /api/confirm {"token":"yes-token"}']);
  });

  it('have an address and a telephone number each, and invented ones', () => {
    const all = HOUSEHOLDS.flatMap((household) => household.people);
    expect(HOUSEHOLDS).toHaveLength(15);
    for (const of of ['email', 'phone', 'name'] as const) expect(new Set(all.map((each) => each[of])).size).toBe(all.length);
    // RFC 2606 keeps .example for examples; 555-01xx numbers are kept for fiction
    for (const { email, phone } of all) expect([email, phone].join()).toMatch(/^[a-z]+@[a-z]+\.example,555-01\d\d$/);
  });
});
