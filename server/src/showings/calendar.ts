import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator';

export interface CalendarShowing {
  readonly id: string;
  readonly startAt: Date;
  readonly minutes: number;
  readonly address: string;
  readonly revision: number;
  readonly canceled: boolean;
  readonly agent: { readonly name: string; readonly email: string };
  readonly stampedAt: Date;
}

/** A showing as an iCalendar file (RFC 5545), its times in UTC. */
export function calendarOf({ id, startAt, minutes, address, revision, canceled, agent, stampedAt }: CalendarShowing): string {
  const calendar = ical({
    prodId: { company: 'Perambula', product: 'Showings', language: 'EN' },
    method: canceled ? ICalCalendarMethod.CANCEL : ICalCalendarMethod.REQUEST,
  });
  calendar.createEvent({
    id: `${id}@perambula.example`,
    sequence: revision,
    stamp: stampedAt,
    start: startAt,
    end: new Date(startAt.getTime() + minutes * 60_000),
    summary: `Visit ${address}`,
    location: address,
    description: `With ${agent.name}.`,
    organizer: { name: agent.name, email: agent.email },
    status: canceled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
  });
  return calendar.toString();
}
