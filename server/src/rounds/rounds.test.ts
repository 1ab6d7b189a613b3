import { roundAskOf } from '@perambula/contract';
import type { ClientFile, OfferOutcome, Round, RoundDay, RoundOrder, RoundSummary } from '@perambula/contract';
import { AIMS, timed } from '@perambula/core';
import ICAL from 'ical.js';
import { simpleParser } from 'mailparser';
import { extractText, getDocumentProxy } from 'unpdf';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let clientId = '';
let keys: readonly string[] = [];
beforeAll(async () => {
  stack = await startTestStack();
  ({ id: clientId } = await stack.juno.fileOf('Amara'));
  keys = (await stack.juno.homesForSale(30)).map(({ ListingKey }) => ListingKey);
}, 120_000);
afterAll(() => stack.end());

/** A Saturday of the demo. */
const SATURDAY = '2026-04-18';

const made = async (listingKeys: readonly string[], whose: string | null = clientId): Promise<Round> => {
  const body = { clientId: whose, on: SATURDAY, listingKeys };
  const { id } = await stack.juno.good<{ id: string }>('POST', '/api/rounds', body);
  return stack.juno.good<Round>('GET', `/api/rounds/${id}`);
};
/** How the round goes, by what its page is given. */
const goes = (round: Round, order = round.homes.map(({ id }) => id)) => timed(roundAskOf(round), order);
/** An office's word by telephone, after what it answered by itself. */
const said = async (showingId: string, body: object): Promise<void> => {
  await stack.answered(stack.juno, showingId);
  await stack.juno.good('POST', `/api/showings/${showingId}/answer`, body);
};

describe('a round', () => {
  it('is made of chosen homes in the best order, from the office and back', async () => {
    const round = await made(keys.slice(0, 5));
    expect(round).toMatchObject({
      name: 'Saturday round',
      on: SATURDAY,
      clientId,
      isOwnOrder: false,
      isProven: true,
      leaveAt: 600,
    });
    expect(round.begin?.name).toBe('Office');
    expect([...round.homes, ...round.leftOut].map(({ listingKey }) => listingKey).sort()).toEqual(keys.slice(0, 5).sort());
    const best = goes(round);
    expect(best.visits.every(({ isShut }) => !isShut)).toBe(true);
    const ids = round.homes.map(({ id }) => id);
    for (const order of [[...ids].reverse(), [...ids.slice(1), ...ids.slice(0, 1)]]) {
      const other = goes(round, order);
      if (other.visits.every(({ isShut }) => !isShut)) expect(other.backAt).toBeGreaterThanOrEqual(best.backAt - 1e-9);
    }
    // a way to each home, and one back
    expect(round.legs).toHaveLength(round.homes.length + 1);
    for (const leg of round.legs) expect(leg?.line.length).toBeGreaterThan(1);
    const listed = await stack.juno.good<RoundSummary[]>('GET', '/api/rounds');
    expect(listed.find(({ id }) => id === round.id)).toMatchObject({ homes: 5, clientId });
  });

  it('keeps an order of the agent’s own through changes, until the best one is asked for', async () => {
    const round = await made(keys.slice(0, 4));
    const turned = round.homes.map(({ id }) => id).reverse();
    const own = await stack.juno.good<Round>('PUT', `/api/rounds/${round.id}/order`, { homeIds: turned });
    expect(own).toMatchObject({ isOwnOrder: true, isProven: false });
    expect(own.homes.map(({ id }) => id)).toEqual(turned);
    const later = await stack.juno.good<Round>('PATCH', `/api/rounds/${round.id}`, { leaveAt: 660 });
    expect(later.homes.map(({ id }) => id)).toEqual(turned);
    const best = await stack.juno.good<Round>('POST', `/api/rounds/${round.id}/bestOrder`);
    expect(best).toMatchObject({ isOwnOrder: false, isProven: true, leaveAt: 660 });
    expect(goes(best).backAt).toBeLessThanOrEqual(goes(later).backAt + 1e-9);
  });

  it('sees first what is to be seen first, and leaves out what is shut, with what would help', async () => {
    const round = await made(keys.slice(0, 3));
    const [first, second] = round.homes;
    const path = (home: typeof first): string => `/api/rounds/${round.id}/homes/${home?.id ?? ''}`;
    await stack.juno.good<Round>('PATCH', path(second), { place: 'first' });
    const shut = await stack.juno.good<Round>('PATCH', path(first), { hours: { from: 540, until: 640 }, minutes: 30 });
    expect(shut.homes[0]?.id).toBe(second?.id);
    expect(shut.leftOut).toMatchObject([{ id: first?.id, hoursBy: 'agent', change: { what: 'leaveAt' } }]);
    const open = await stack.juno.good<Round>('PATCH', path(first), { hours: null });
    expect(open.leftOut).toEqual([]);
    const fewer = await stack.juno.good<Round>('DELETE', path(first));
    expect(fewer.homes).toHaveLength(2);
  });

  it('has a break where it is wished for, on paper too, and refuses one that ends before it begins', async () => {
    const { id } = await made(keys.slice(0, 5));
    const noon = { from: 690, until: 700, minutes: 45 };
    const round = await stack.juno.good<Round>('PATCH', `/api/rounds/${id}`, { break: noon });
    expect(round).toMatchObject({ break: noon, isProven: false });
    const { visits, lacksBreak } = goes(round);
    expect(lacksBreak).toBe(false);
    const after = visits.findIndex(({ breakAt }) => breakAt !== null);
    expect(visits[after]?.breakAt).toBeGreaterThanOrEqual(noon.from);
    expect(visits[after + 1]?.startAt).toBeGreaterThanOrEqual((visits[after]?.breakAt ?? Infinity) + noon.minutes);
    expect((await stack.juno.ask('PATCH', `/api/rounds/${id}`, { break: { ...noon, until: 600 } })).status).toBe(422);
    const day = await stack.juno.good<RoundDay>('GET', `/api/rounds/${id}/day`);
    expect(day.homes[after + 1]?.breakAt).toBe(visits[after]?.breakAt);
    expect((await stack.juno.good<Round>('PATCH', `/api/rounds/${id}`, { break: null })).break).toBeNull();
  });

  it('keeps to what is wished for the order, and lets go of it with the home that it names', async () => {
    const { id, homes } = await made(keys.slice(0, 5));
    const [first, , , , last] = homes.map((home) => home.id);
    const path = `/api/rounds/${id}/homes`;
    const turned = await stack.juno.good<Round>('PATCH', `${path}/${String(last)}`, { before: first });
    const order = turned.homes.map((home) => home.id);
    expect(order.indexOf(String(last))).toBeLessThan(order.indexOf(String(first)));
    const [one, , , , other] = order;
    const beside = await stack.juno.good<Round>('PATCH', `${path}/${String(one)}`, { beside: other });
    const places = beside.homes.map((home) => home.id);
    expect(Math.abs(places.indexOf(String(one)) - places.indexOf(String(other)))).toBe(1);
    const refused = await stack.juno.ask('PATCH', `${path}/${String(one)}`, { beside: one });
    expect(refused.body).toMatchObject({ message: 'Choose another home of this round.', details: { path: 'beside' } });
    const fewer = await stack.juno.good<Round>('DELETE', `${path}/${String(other)}`);
    expect(fewer.homes.find((home) => home.id === one)?.beside).toBeNull();
  });

  it('has its best orders side by side, and stays as it is until one is taken', async () => {
    const { id, homes } = await made(keys.slice(0, 5));
    const turned = await stack.juno.good<Round>('PUT', `/api/rounds/${id}/order`, {
      homeIds: homes.map((home) => home.id).reverse(),
    });
    const found = await Promise.all(AIMS.map((aim) => stack.juno.good<RoundOrder>('GET', `/api/rounds/${id}/orders/${aim}`)));
    const [soonest, driving, likeliest] = found as [RoundOrder, RoundOrder, RoundOrder];
    expect(soonest.backAt).toBeLessThanOrEqual(goes(turned).backAt);
    expect(soonest.backAt).toBeLessThanOrEqual(likeliest.backAt);
    expect(driving.driving).toBeLessThanOrEqual(Math.min(soonest.driving, likeliest.driving));
    expect(likeliest.unlikely).toBeLessThanOrEqual(Math.min(soonest.unlikely, driving.unlikely));
    expect((await stack.juno.good<Round>('GET', `/api/rounds/${id}`)).homes).toEqual(turned.homes);
    expect((await stack.juno.ask('GET', `/api/rounds/${id}/orders/shortest`)).status).toBe(422);
  });

  it('is not said to be the best any more when a home can be seen at other hours than it was ordered by', async () => {
    const { id, homes } = await made(keys.slice(0, 4));
    const path = `/api/rounds/${id}/homes/${homes[0]?.id ?? ''}`;
    const ordered = await stack.juno.good<Round>('PATCH', path, { hours: { from: 600, until: 900 } });
    expect(ordered.isProven).toBe(true);
    const said = async (from: number, until: number): Promise<boolean> => {
      const connection = await stack.connect();
      await connection.query('UPDATE round_homes SET hours = ? WHERE id = ?', [JSON.stringify({ from, until }), homes[0]?.id]);
      await connection.end();
      return (await stack.juno.good<Round>('GET', `/api/rounds/${id}`)).isProven;
    };
    expect([await said(620, 880), await said(600, 1000)]).toEqual([true, false]);
    expect((await stack.juno.good<Round>('POST', `/api/rounds/${id}/bestOrder`)).isProven).toBe(true);
  });

  it('keeps clear of when its people cannot come, and tells of another round with them at that time', async () => {
    const busy = [{ days: [6], from: 780, until: 1440 }];
    const { id: whose } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Ottoline Vane', people: [] });
    await stack.juno.good('PATCH', `/api/clients/${whose}`, { busy });
    expect((await stack.juno.good<ClientFile>('GET', `/api/clients/${whose}`)).busy).toEqual(busy);
    const round = await made(keys.slice(8, 11), whose);
    for (const { open, hoursBy } of round.homes) if (hoursBy === 'client') expect(open.at(-1)?.until).toBeLessThanOrEqual(780);
    expect(round.homes.some(({ hoursBy }) => hoursBy === 'client')).toBe(true);
    expect(round.others).toEqual([]);
    const second = await made(keys.slice(11, 13), whose);
    const { leaveAt, backAt } = goes(round);
    expect(second.others).toEqual([{ agentName: 'Juno Albright', isOwn: true, from: leaveAt, until: backAt }]);
    const never = [{ days: [6], from: 900, until: 600 }];
    expect((await stack.juno.ask('PATCH', `/api/clients/${whose}`, { busy: never })).status).toBe(422);
  });

  it('asks the listing offices for its times in one step, once, and keeps what they agree to', async () => {
    const { id: whose } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Perrin Ault', people: [] });
    const round = await made(keys.slice(5, 8), whose);
    const refused = await stack.juno.ask('POST', `/api/rounds/${round.id}/requests`, {});
    expect(refused).toMatchObject({ status: 409, body: { code: 'agreement.missing' } });
    const answer = await stack.juno.good<{ asked: number; notAsked: object[] }>('POST', `/api/rounds/${round.id}/requests`, {
      withoutAgreement: true,
    });
    expect(answer).toEqual({ asked: 3, notAsked: [] });
    const asked = await stack.juno.good<Round>('GET', `/api/rounds/${round.id}`);
    const { visits } = goes(asked);
    for (const [i, { showing }] of asked.homes.entries()) {
      expect(['proposed', 'confirmed', 'countered']).toContain(showing?.state);
      const midnight = Date.parse(`${SATURDAY}T00:00:00-04:00`);
      if (showing?.state === 'proposed')
        expect(Date.parse(showing.startAt ?? '')).toBe(midnight + 60_000 * (visits[i]?.startAt ?? 0));
    }
    const again = await stack.juno.good<{ asked: number }>('POST', `/api/rounds/${round.id}/requests`, {
      withoutAgreement: true,
    });
    expect(again.asked).toBe(0);
  });

  it('says what an offered time does to it before that is taken, and is ordered by it then', async () => {
    const { id: whose } = await stack.juno.good<{ id: string }>('POST', '/api/clients', { name: 'Ines Marrow', people: [] });
    const round = await made(keys.slice(12, 16), whose);
    await stack.juno.good('POST', `/api/rounds/${round.id}/requests`, { withoutAgreement: true });
    const asked = await stack.juno.good<Round>('GET', `/api/rounds/${round.id}`);
    for (const { showing } of asked.homes) await said(showing?.id ?? '', { answer: 'confirmed', note: '' });
    const [first] = asked.homes;
    const path = `/api/rounds/${round.id}/homes/${first?.id ?? ''}/offer`;
    expect((await stack.juno.ask('GET', path)).body.code).toBe('showing.noOffer');
    const offeredAt = `${SATURDAY}T15:00:00-04:00`;
    const counter = { answer: 'countered', note: '', offeredAt };
    await said(first?.showing?.id ?? '', counter);
    const outcome = await stack.juno.good<OfferOutcome>('GET', path);
    expect(outcome).toMatchObject({ isReordered: true, lost: [] });
    expect(outcome.then).toBeGreaterThan(900);
    expect(outcome.order.at(-1)).toMatchObject({ address: first?.address, startAt: 900 });
    expect((await stack.juno.ask('POST', path, {})).body.code).toBe('agreement.missing');
    const taken = await stack.juno.good<Round>('POST', path, { withoutAgreement: true });
    expect(goes(taken).backAt).toBeCloseTo(outcome.then, 6);
    expect(taken.homes.map(({ address }) => address)).toEqual(outcome.order.map(({ address }) => address));
    expect(taken.homes.at(-1)?.showing?.state).toBe('confirmed');
  });

  it('is sent to its client as one message, with one calendar file of what is agreed and the day on paper', async () => {
    const round = await made(keys.slice(16, 19));
    expect((await stack.juno.ask('POST', `/api/rounds/${round.id}/message`)).body.code).toBe('showing.notAgreed');
    await stack.juno.good('POST', `/api/rounds/${round.id}/requests`, { withoutAgreement: true });
    const asked = await stack.juno.good<Round>('GET', `/api/rounds/${round.id}`);
    const answers = ['confirmed', 'refused', 'confirmed'];
    for (const [i, { showing }] of asked.homes.entries()) await said(showing?.id ?? '', { answer: answers[i], note: '' });
    const agreed = asked.homes.filter((_, i) => i !== 1);
    const readers = (await stack.juno.fileOf('Amara')).people.filter(({ confirmedAt }) => confirmedAt !== null);
    const before = (await stack.mailbox()).length;
    expect(await stack.juno.good('POST', `/api/rounds/${round.id}/message`)).toEqual({ sentTo: readers.length, homes: 2 });
    const sent = (await stack.mailbox(before + readers.length)).filter(
      ({ subject }) => subject === 'Saturday, April 18: 2 visits',
    );
    expect(sent.flatMap(({ to }) => to).sort()).toEqual(readers.map(({ email }) => email).sort());
    const { text = '', attachments } = await simpleParser(await stack.raw(sent[0]?.id ?? ''));
    expect(text).toContain('One more home is not agreed yet.');
    for (const { address } of agreed) expect(text).toContain(address.split(',')[0]);
    expect(text).not.toContain(asked.homes[1]?.address.split(',')[0]);
    const calendar = attachments.find(({ contentType }) => contentType.includes('calendar'));
    const events = new ICAL.Component(ICAL.parse(calendar?.content.toString() ?? '') as unknown[] as never);
    expect(events.getFirstPropertyValue('method')).toBe('PUBLISH');
    const uids = events.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event).uid);
    expect(uids.sort()).toEqual(agreed.map(({ showing }) => `${showing?.id ?? ''}@perambula.example`).sort());
    expect(attachments.some(({ filename }) => filename === 'day-sheet.pdf')).toBe(true);
    const after = await stack.juno.good<Round>('GET', `/api/rounds/${round.id}`);
    expect(after.homes.map(({ showing }) => showing?.isInvited)).toEqual([true, false, true]);
  });

  it('asks for the hour on the wall, also on the day on which clocks go back', async () => {
    const listingKeys = keys.slice(10, 12);
    const body = { clientId, on: '2026-11-01', listingKeys };
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/rounds', body);
    await stack.juno.good('POST', `/api/rounds/${id}/requests`, { withoutAgreement: true });
    const round = await stack.juno.good<Round>('GET', `/api/rounds/${id}`);
    const { visits } = goes(round);
    expect(round.homes.length).toBeGreaterThan(0);
    for (const [i, { showing }] of round.homes.entries()) {
      const midnightBefore = Date.parse('2026-11-01T00:00:00-05:00');
      expect(Date.parse(showing?.startAt ?? '')).toBe(midnightBefore + 60_000 * (visits[i]?.startAt ?? 0));
    }
  });

  it('of nobody but the agent asks no office', async () => {
    const round = await made(keys.slice(0, 2), null);
    expect(round.homes.map(({ showing }) => showing)).toEqual([null, null]);
    const asked = await stack.juno.ask('POST', `/api/rounds/${round.id}/requests`, {});
    expect(asked).toMatchObject({ status: 422, body: { code: 'request.invalid' } });
  });

  it('holds twenty homes at most, each once', async () => {
    const round = await made(keys.slice(0, 20), null);
    expect(round.homes.length + round.leftOut.length).toBe(20);
    expect(round.isProven).toBe(false);
    const same = await stack.juno.good<Round>('POST', `/api/rounds/${round.id}/homes`, { listingKeys: keys.slice(0, 3) });
    expect(same.homes.length + same.leftOut.length).toBe(20);
    const more = await stack.juno.ask('POST', `/api/rounds/${round.id}/homes`, { listingKeys: [keys[20]] });
    expect(more).toMatchObject({ status: 409, body: { code: 'round.full' } });
  });

  it('is printed for its agent with the way and whom to call, and for the client without', async () => {
    const round = await made(keys.slice(0, 3));
    const pagesFor = async (sheetFor: string): Promise<string> => {
      const path = `/api/rounds/${round.id}/daySheet?sheetFor=${sheetFor}`;
      const response = await stack.juno.stream(path, AbortSignal.timeout(60_000));
      expect(response.headers.get('content-type')).toBe('application/pdf');
      const { text } = await extractText(await getDocumentProxy(new Uint8Array(await response.arrayBuffer())));
      return text.join(' ').replace(/\s+/g, ' ');
    };
    const [agents, clients] = [await pagesFor('agent'), await pagesFor('client')];
    for (const [i, { address, agentMobile, instructions }] of round.homes.entries()) {
      const [said] = address.split(',');
      expect(agents).toContain(said);
      expect(clients).toContain(said);
      expect(agents).toContain(agentMobile);
      expect(agents).toContain(instructions.split('.')[0]);
      expect(clients).not.toContain(instructions.split('.')[0]);
      expect(agents).toContain(round.legs[i]?.steps[0]?.text);
    }
    expect(agents).toContain('Leave Office');
    expect(clients).not.toContain('Listing agent');
    expect((await stack.silas.ask('GET', `/api/rounds/${round.id}/daySheet?sheetFor=agent`)).status).toBe(404);
  });

  it('is its agent’s alone, and goes when it is deleted', async () => {
    const round = await made(keys.slice(0, 2));
    for (const [method, path, body] of [
      ['GET', '', undefined],
      ['PATCH', '', { name: 'Mine' }],
      ['PUT', '/order', { homeIds: [] }],
      ['POST', '/bestOrder', undefined],
      ['DELETE', '', undefined],
    ] as const)
      expect((await stack.silas.ask(method, `/api/rounds/${round.id}${path}`, body)).status).toBe(404);
    await stack.juno.good('DELETE', `/api/rounds/${round.id}`);
    expect((await stack.juno.ask('GET', `/api/rounds/${round.id}`)).status).toBe(404);
  });

  it('refuses what makes no round, with a sentence', async () => {
    const round = await made(keys.slice(0, 2));
    const patch = (body: object) => stack.juno.ask<{ message: string }>('PATCH', `/api/rounds/${round.id}`, body);
    expect(await patch({ leaveAt: 1100 })).toMatchObject({ status: 422 });
    expect(await patch({ begin: { name: 'Nowhere', at: [200, 10] } })).toMatchObject({ status: 422 });
    expect(await patch({ on: '2026-02-30' })).toMatchObject({ status: 422 });
    const wrong = await stack.juno.ask('PUT', `/api/rounds/${round.id}/order`, { homeIds: [round.homes[0]?.id] });
    expect(wrong).toMatchObject({ status: 422 });
  });
});
