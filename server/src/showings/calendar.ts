import ical, { ICalAttendeeRole, ICalAttendeeStatus, ICalCalendarMethod, ICalEventStatus } from 'ical-generator';

/** A visit as a calendar has it. */
export interface CalendarVisit {
  readonly id: string;
  readonly startAt: Date;
  readonly minutes: number;
  /** What it is called there, and where it is. */
  readonly summary: string;
  readonly address: string;
  readonly description: string;
  /** RFC 5545 SEQUENCE. */
  readonly revision: number;
  /** Tentative: asked for, and not agreed yet. */
  readonly status: 'confirmed' | 'tentative' | 'canceled';
}

interface WithWhom {
  readonly name: string;
  readonly email: string;
}

interface CalendarFile {
  readonly visits: readonly CalendarVisit[];
  /** Whoever shows the homes. */
  readonly agent: WithWhom;
  readonly stampedAt: Date;
  /** Whom a single visit's file invites, who is told of its changes the same way (RFC 5546: REQUEST and CANCEL). */
  readonly invited?: readonly WithWhom[];
  /** What a calendar that is subscribed to is called. */
  readonly name?: string;
}

const STATUS = {
  confirmed: ICalEventStatus.CONFIRMED,
  tentative: ICalEventStatus.TENTATIVE,
  canceled: ICalEventStatus.CANCELLED,
} as const;

/** How often a calendar that is subscribed to looks for news, in seconds. */
const LOOKS_EVERY_S = 3_600;

/** Visits as an iCalendar file (RFC 5545), their times in UTC. */
export function calendarOf({ visits, agent, stampedAt, invited = [], name }: CalendarFile): string {
  const calendar = ical({
    prodId: { company: 'Perambula', product: 'Showings', language: 'EN' },
    method: methodOf(visits, invited),
    ...(name ? { name, ttl: LOOKS_EVERY_S } : {}),
  });
  for (const { id, startAt, minutes, summary, address, description, revision, status } of visits)
    calendar.createEvent({
      id: `${id}@perambula.example`,
      sequence: revision,
      stamp: stampedAt,
      start: startAt,
      end: new Date(startAt.getTime() + minutes * 60_000),
      summary,
      location: address,
      description,
      organizer: { name: agent.name, email: agent.email },
      status: STATUS[status],
      attendees: invited.map((each) => ({
        name: each.name,
        email: each.email,
        role: ICalAttendeeRole.REQ,
        // an invitation that is canceled asks nobody any more
        ...(status === 'canceled' ? {} : { status: ICalAttendeeStatus.NEEDSACTION, rsvp: false }),
      })),
    });
  return calendar.toString();
}

function methodOf(visits: readonly CalendarVisit[], invited: readonly WithWhom[]): ICalCalendarMethod {
  if (visits.length === 1 && visits[0]?.status === 'canceled') return ICalCalendarMethod.CANCEL;
  return invited.length > 0 ? ICalCalendarMethod.REQUEST : ICalCalendarMethod.PUBLISH;
}
