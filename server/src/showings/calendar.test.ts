import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { calendarOf } from './calendar.js';
import type { CalendarShowing } from './calendar.js';

const SHOWING: CalendarShowing = {
  id: '4b7d0e2a-0000-4000-8000-000000000001',
  startAt: new Date('2026-04-18T20:00:00Z'),
  minutes: 45,
  address: '27 Lantern Ln, Port Ostrey',
  revision: 0,
  canceled: false,
  agent: { name: 'Juno Albright', email: 'juno@wayfarer.example' },
  stampedAt: new Date('2026-04-14T13:12:00Z'),
};

/** The one event of a file, as ical.js reads it. */
function read(showing: CalendarShowing): { method: unknown; event: ICAL.Event; component: ICAL.Component } {
  const calendar = new ICAL.Component(ICAL.parse(calendarOf(showing)) as unknown[] as never);
  const [component] = calendar.getAllSubcomponents('vevent');
  if (!component) throw new Error('There is no event.');
  return { method: calendar.getFirstPropertyValue('method'), event: new ICAL.Event(component), component };
}

describe('calendarOf', () => {
  it('is read back by ical.js as the visit that it is', () => {
    const { method, event } = read(SHOWING);
    expect(method).toBe('REQUEST');
    expect(event.startDate.toJSDate()).toEqual(SHOWING.startAt);
    expect(event.endDate.toJSDate()).toEqual(new Date('2026-04-18T20:45:00Z'));
    expect(event.summary).toBe('Visit 27 Lantern Ln, Port Ostrey');
    expect(event.location).toBe('27 Lantern Ln, Port Ostrey');
    expect(event.uid).toBe(`${SHOWING.id}@perambula.example`);
    expect(event.organizer).toBe('mailto:juno@wayfarer.example');
  });
  it.each([
    ['before the clocks go forward', '2026-03-08T06:30:00Z'],
    ['after they have', '2026-03-08T07:30:00Z'],
    ['in the hour that comes twice', '2026-11-01T05:30:00Z'],
    ['in it again', '2026-11-01T06:30:00Z'],
  ])('says the moment in UTC, so that no zone can move it: %s', (_, at) => {
    const startAt = new Date(at);
    expect(read({ ...SHOWING, startAt }).event.startDate.toJSDate()).toEqual(startAt);
    expect(calendarOf({ ...SHOWING, startAt })).toMatch(/DTSTART:\d{8}T\d{6}Z/);
  });
  it('moves and cancels the same event by a higher sequence (RFC 5546)', () => {
    const moved = read({ ...SHOWING, revision: 2, startAt: new Date('2026-04-19T15:00:00Z') });
    expect([moved.event.uid, moved.event.sequence]).toEqual([read(SHOWING).event.uid, 2]);
    const canceled = read({ ...SHOWING, revision: 3, canceled: true });
    expect(canceled.method).toBe('CANCEL');
    expect(canceled.component.getFirstPropertyValue('status')).toBe('CANCELLED');
    expect(canceled.event.sequence).toBe(3);
  });
  it('has lines of 75 octets at most, ended as RFC 5545 has them, whatever the address', () => {
    const text = calendarOf({ ...SHOWING, address: `${'Überlange Straße, '.repeat(12)}; with, commas\nand a line` });
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text).not.toMatch(/[^\r]\n/);
    expect(read({ ...SHOWING, address: 'a; b, c\nd' }).event.location).toBe('a; b, c\nd');
  });
});
