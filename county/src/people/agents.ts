import { DateTime } from 'luxon';
import { TIME_ZONE } from '../county.js';
import { DAY } from '../lives.js';
import { Door } from './door.js';
import { HOUSEHOLDS } from './households.js';
import type { Household } from './households.js';
import { DeskRounds } from './rounds.js';

/** An agent is at the desk from this hour on each weekday. */
const AT_DESK = 8.5;
/** When they show homes, by turns, on the day after the next. */
const SHOWS_AT = [16.5, 17.25, 18] as const;
const MOST_ON_A_SHORTLIST = 6;

const ANSWERS = [
  'Good question. I ask the listing office today and tell you by tomorrow.',
  'The seller’s disclosure says so; I put it into your file, and we look at it together when we are there.',
  'I would not count on it. Let us see the home first, then I call their agent.',
] as const;

interface Summary {
  readonly id: string;
  readonly name: string;
  /** How many run. */
  readonly alerts: number;
  readonly people: readonly {
    readonly id: string;
    readonly name: string;
    readonly confirmedAt: string | null;
    readonly confirmationSentAt: string | null;
  }[];
}

interface File extends Summary {
  readonly savedSearches: readonly { readonly id: string; readonly alert: object | null }[];
  readonly shortlists: readonly { readonly id: string; readonly keys: readonly string[] }[];
}

interface CameBy {
  readonly clientId: string;
  readonly reactions: readonly { readonly listingKey: string; readonly verdict: string }[];
}

interface Written {
  readonly id: string;
  readonly clientId: string;
  readonly text: string;
  readonly home: { readonly address: string } | null;
}

interface Today {
  readonly cameBy: CameBy[];
  readonly written: Written[];
}

interface AskedShowing {
  readonly id: string;
  readonly clientId: string;
  readonly listingKey: string;
  readonly state: string;
  readonly startAt: string | null;
}

/** One of the demo's agents in the weeks before it begins: the work of a desk, done by the same pages as anybody's. */
export class DeskAgent {
  private readonly door: Door;
  private signedIn = false;
  private doneOn = '';
  private readonly sent = new Set<string>();
  private readonly rounds: DeskRounds;

  constructor(
    private readonly name: Household['agent'],
    /** When its part ends, milliseconds since 1970 UTC. */
    private readonly ends: number,
    private readonly login: { readonly email: string; readonly password: string },
    origin: string,
  ) {
    this.door = new Door(origin);
    this.rounds = new DeskRounds(this.door, ends);
  }

  /** When they are at their desk next, milliseconds since 1970 UTC. */
  get next(): number {
    if (this.doneOn === '') return -Infinity;
    return DateTime.fromISO(this.doneOn, { zone: TIME_ZONE })
      .plus({ days: 1 })
      .set({ hour: Math.floor(AT_DESK), minute: (AT_DESK % 1) * 60 })
      .toMillis();
  }

  /** Does a day's work, once each weekday. */
  async work(now: number): Promise<void> {
    const moment = DateTime.fromMillis(now, { zone: TIME_ZONE });
    const day = moment.toISODate() as string;
    if (day === this.doneOn || moment.hour + moment.minute / 60 < AT_DESK) return;
    this.signedIn ||= (await this.door.ask('POST', 'session', this.login)) !== null;
    const known = (await this.door.ask<Summary[]>('GET', 'clients')) ?? [];
    await this.takeOn(now, known);
    await this.startAlerts(known);
    if (moment.weekday <= 5) {
      const { cameBy = [], written = [] } = (await this.door.ask<Today>('GET', 'today')) ?? {};
      await this.answer(written);
      await this.shortlist(cameBy);
      await this.arrange(moment, await this.rounds.work(moment));
      await this.door.ask('POST', 'today/looked');
    }
    this.doneOn = day;
  }

  /** Opens a file for each household that has come by now, and asks people whether they want messages. */
  private async takeOn(now: number, known: readonly Summary[]): Promise<void> {
    const due = HOUSEHOLDS.filter(({ agent, cameBefore }) => agent === this.name && this.ends - cameBefore * DAY <= now);
    for (const household of due)
      if (!household.comesByPage && !known.some(({ name }) => name === household.name)) await this.openFile(household, now);
  }

  private async openFile({ name, people, notes, needs = [], agreed, search }: Household, now: number): Promise<void> {
    const made = await this.door.ask<{ id: string }>('POST', 'clients', {
      name,
      people: people.map(({ name: each, email, phone, timeZone }) => ({ name: each, email, phone, timeZone })),
    });
    if (!made) return;
    const day = (after: number): string => DateTime.fromMillis(now + after * DAY, { zone: TIME_ZONE }).toISODate() as string;
    const agreement = agreed ? { from: day(0), until: day(180), scope: 'Buying a home in Ostrey County' } : null;
    await this.door.ask('PATCH', `clients/${made.id}`, { notes, agreement });
    const known = (await this.door.ask<Summary>('GET', `clients/${made.id}`))?.people ?? [];
    for (const { who, dayAfter, ...said } of needs) {
      const personId = known.find((each) => each.name === people[who ?? -1]?.name)?.id ?? null;
      const needed = { ...said, personId, ...(dayAfter === undefined ? {} : { day: day(dayAfter) }) };
      await this.door.ask('POST', `clients/${made.id}/needs`, needed);
    }
    for (const person of known) await this.door.ask('POST', `clients/${made.id}/people/${person.id}/confirmation`);
    if (search) await this.door.ask('POST', 'searches', { ...search, clientId: made.id });
  }

  /** An alert begins once somebody of the household wants messages. */
  private async startAlerts(known: readonly Summary[]): Promise<void> {
    for (const { id, name, alerts, people } of known) {
      const cadence = HOUSEHOLDS.find((household) => household.name === name)?.cadence;
      if (!cadence || alerts > 0 || !people.some(({ confirmedAt }) => confirmedAt)) continue;
      const file = await this.door.ask<File>('GET', `clients/${id}`);
      const [search] = file?.savedSearches ?? [];
      if (!search || search.alert) continue;
      const settings = { cadence, tell: ['new', 'priceDown', 'backOnMarket'], held: false, subject: '', greeting: '' };
      await this.door.ask('PUT', `searches/${search.id}/alert`, settings);
    }
  }

  /** Answers what people wrote; after some answers it is noted that the listing office was called. */
  private async answer(written: readonly Written[]): Promise<void> {
    for (const { id, clientId, text, home } of written) {
      const said = ANSWERS[(text.length + (home?.address.length ?? 0)) % ANSWERS.length] as string;
      await this.door.ask('POST', `clients/${clientId}/timeline/${id}/answer`, { text: said });
      if (home && text.length % 2 === 0)
        await this.door.ask('POST', `clients/${clientId}/timeline`, {
          kind: 'call',
          text: `the listing office about ${home.address}; they ring back`,
        });
    }
  }

  /** What was liked goes onto the household's shortlist; one that grows is shared with them. */
  private async shortlist(cameBy: readonly CameBy[]): Promise<void> {
    for (const { clientId, reactions } of cameBy) {
      const liked = reactions.filter(({ verdict }) => verdict === 'like').map(({ listingKey }) => listingKey);
      if (liked.length === 0) continue;
      const file = await this.door.ask<File>('GET', `clients/${clientId}`);
      const [list] = file?.shortlists ?? [];
      const fresh = liked.filter((key) => !list?.keys.includes(key));
      if (!list) await this.door.ask('POST', 'shortlists', { clientId, name: 'Homes to see', listingKeys: fresh });
      else if (fresh.length > 0 && list.keys.length < MOST_ON_A_SHORTLIST) {
        await this.door.ask('POST', `shortlists/${list.id}/items`, { listingKeys: fresh });
        await this.door.ask('PUT', `shortlists/${list.id}/sharing`, { shared: true });
      }
    }
  }

  /** Asks the listing offices for times, but on days with a round, and tells people of what was agreed. */
  private async arrange(today: DateTime, withRound: readonly string[]): Promise<void> {
    const showings = (await this.door.ask<AskedShowing[]>('GET', 'showings')) ?? [];
    const open = showings.filter(({ state }) => state === 'asked');
    const days = Array.from({ length: open.length + withRound.length }, (_, i) => today.plus({ days: 2 + i })).filter(
      (day) => !withRound.includes(day.toISODate() ?? ''),
    );
    for (const [i, { id }] of open.entries()) {
      const hour = SHOWS_AT[i % SHOWS_AT.length] as number;
      const startAt = days[Math.floor(i / SHOWS_AT.length)]?.startOf('day').plus({ hours: hour }).toUTC().toISO();
      await this.door.ask('POST', `showings/${id}/time`, { startAt, withoutAgreement: true });
    }
    for (const { id, state, startAt } of showings) {
      if (state !== 'confirmed' || this.sent.has(id) || Date.parse(startAt ?? '') < today.toMillis()) continue;
      await this.door.ask('POST', `showings/${id}/message`);
      this.sent.add(id);
    }
  }
}
