import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { calendarOf } from './calendar.js';
import type { CalendarVisit } from './calendar.js';

const VISIT: CalendarVisit = {
  id: '4b7d0e2a-0000-4000-8000-000000000001',
  startAt: new Date('2026-04-18T20:00:00Z'),
  minutes: 45,
  summary: 'Visit 27 Lantern Ln, Port Ostrey',
  address: '27 Lantern Ln, Port Ostrey',
  description: 'With Juno Albright.',
  revision: 0,
  status: 'confirmed',
};
const AGENT = { name: 'Juno Albright', email: 'juno@wayfarer.example' };
const AMARA = { name: 'Amara Kestrel', email: 'amara@kestrel.example' };
const stampedAt = new Date('2026-04-14T13:12:00Z');

const written = (visit: CalendarVisit, invited = [AMARA]): string =>
  calendarOf({ visits: [visit], agent: AGENT, stampedAt, invited });

/** A file as ical.js reads it. */
function read(text: string): { method: unknown; events: ICAL.Event[] } {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[] as never);
  return {
    method: calendar.getFirstPropertyValue('method'),
    events: calendar.getAllSubcomponents('vevent').map((component) => new ICAL.Event(component)),
  };
}

function one(text: string): { method: unknown; event: ICAL.Event } {
  const { method, events } = read(text);
  const [event] = events;
  if (!event || events.length > 1) throw new Error(`There are ${events.length} events.`);
  return { method, event };
}

describe('calendarOf', () => {
  it('is read back by ical.js as the visit that it is', () => {
    const { event } = one(written(VISIT));
    expect(event.startDate.toJSDate()).toEqual(VISIT.startAt);
    expect(event.endDate.toJSDate()).toEqual(new Date('2026-04-18T20:45:00Z'));
    expect(event.summary).toBe('Visit 27 Lantern Ln, Port Ostrey');
    expect(event.location).toBe('27 Lantern Ln, Port Ostrey');
    expect(event.uid).toBe(`${VISIT.id}@perambula.example`);
    expect(event.organizer).toBe('mailto:juno@wayfarer.example');
  });

  it('invites as RFC 5546, 3.2.2 has it: one organizer, and the attendee who is asked', () => {
    const { method, event } = one(written(VISIT));
    expect(method).toBe('REQUEST');
    expect(event.attendees.map((each) => [each.getFirstValue(), each.getParameter('partstat')])).toEqual([
      ['MAILTO:amara@kestrel.example', 'NEEDS-ACTION'],
    ]);
  });

  it('is published, with no attendees, where nobody is invited (RFC 5546, 3.2.1)', () => {
    const { method, events } = read(
      calendarOf({ visits: [VISIT, { ...VISIT, id: 'two', status: 'tentative' }], agent: AGENT, stampedAt, name: 'Showings' }),
    );
    expect(method).toBe('PUBLISH');
    expect(events.map((event) => event.attendees)).toEqual([[], []]);
    expect(events.map((event) => event.component.getFirstPropertyValue('status'))).toEqual(['CONFIRMED', 'TENTATIVE']);
  });

  it.each([
    ['before the clocks go forward', '2026-03-08T06:30:00Z'],
    ['after they have', '2026-03-08T07:30:00Z'],
    ['in the hour that comes twice', '2026-11-01T05:30:00Z'],
    ['in it again', '2026-11-01T06:30:00Z'],
  ])('says the moment in UTC, so that no zone can move it: %s', (_, at) => {
    const text = written({ ...VISIT, startAt: new Date(at) });
    expect(one(text).event.startDate.toJSDate()).toEqual(new Date(at));
    expect(text).toMatch(/DTSTART:\d{8}T\d{6}Z/);
  });

  it('moves and cancels the same event by a higher sequence (RFC 5546, 3.2.2.1 and 3.2.5)', () => {
    const [first, moved, canceled] = [
      one(written(VISIT)),
      one(written({ ...VISIT, revision: 2, startAt: new Date('2026-04-19T15:00:00Z') })),
      one(written({ ...VISIT, revision: 3, status: 'canceled' })),
    ];
    expect([moved.method, moved.event.uid, moved.event.sequence]).toEqual(['REQUEST', first.event.uid, 2]);
    expect([canceled.method, canceled.event.uid, canceled.event.sequence]).toEqual(['CANCEL', first.event.uid, 3]);
    expect(canceled.event.component.getFirstPropertyValue('status')).toBe('CANCELLED');
    // whoever had it is named still
    expect(canceled.event.attendees).toHaveLength(1);
  });

  it('has lines of 75 octets at most, ended as RFC 5545 has them, whatever the address', () => {
    const text = written({ ...VISIT, address: `${'Überlange Straße, '.repeat(12)}; with, commas\nand a line` });
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text).not.toMatch(/[^\r]\n/);
    expect(one(written({ ...VISIT, address: 'a; b, c\nd' })).event.location).toBe('a; b, c\nd');
  });
});
