import { createHash } from 'node:crypto';
import type { DateTime } from 'luxon';
import { DAY } from '../lives.js';
import type { Door } from './door.js';

/** Rounds are made in the last weeks before the demo begins, on Mondays for Wednesday evening, on Thursdays for Saturday. */
const SINCE_DAYS = 14;
const MADE_ON: readonly number[] = [1, 4];
const DAYS_AHEAD = 2;
const SATURDAY = 6;
/** On a working day they set out after work. */
const EVENING = { leaveAt: 16 * 60, backBy: 20 * 60 } as const;
const FEWEST_HOMES = 2;
const MOST_HOMES = 5;
/** Until so many days later what was seen is still written down. */
const WRITTEN_WITHIN_DAYS = 4;

const REMARKS = [
  'The cellar is dry, and the windows are new.',
  'Bigger than it looks from the street. They stayed long in the kitchen.',
  'The road is loud with the window open.',
  'The stairs are steep; they asked about a bedroom below.',
] as const;

interface Listed {
  readonly clientId: string;
  readonly items: readonly {
    readonly listingKey: string;
    readonly stage: string;
    readonly listing: { readonly StandardStatus?: string };
  }[];
}

interface Summary {
  readonly id: string;
  readonly clientId: string | null;
  readonly on: string;
}

interface Seen {
  readonly homes: readonly {
    readonly listingKey: string;
    readonly minutes: number;
    readonly showing: { readonly state: string; readonly startAt: string | null } | null;
  }[];
}

/** The rounds of an agent of the demo: made from shortlists, asked for, sent, driven, and written down. */
export class DeskRounds {
  private readonly sent = new Set<string>();
  private readonly told = new Set<string>();

  constructor(
    private readonly door: Door,
    /** When the agent's part ends, milliseconds since 1970 UTC. */
    private readonly ends: number,
  ) {}

  /** Does what is to be done of them. Gives the days that have one. */
  async work(today: DateTime): Promise<readonly string[]> {
    if (today.toMillis() < this.ends - SINCE_DAYS * DAY) return [];
    const rounds = (await this.door.ask<Summary[]>('GET', 'rounds')) ?? [];
    await this.write(today, rounds);
    await this.send(today, rounds);
    const made = MADE_ON.includes(today.weekday) ? await this.make(today, rounds) : null;
    return [...rounds.map(({ on }) => on), ...(made ? [made] : [])];
  }

  /** A round for the household that has most homes to see, unless they had one lately. Gives its day. */
  private async make(today: DateTime, rounds: readonly Summary[]): Promise<string | null> {
    const lately = today.minus({ days: 6 }).toISODate() ?? '';
    const had = new Set(rounds.filter(({ on }) => on >= lately).map(({ clientId }) => clientId));
    const lists = (await this.door.ask<Listed[]>('GET', 'shortlists')) ?? [];
    const open = lists
      .filter(({ clientId }) => !had.has(clientId))
      .map(({ clientId, items }) => ({
        clientId,
        listingKeys: items
          .filter(({ stage, listing }) => ['considering', 'asked'].includes(stage) && listing.StandardStatus === 'Active')
          .map(({ listingKey }) => listingKey)
          .slice(0, MOST_HOMES),
      }))
      .sort((a, b) => b.listingKeys.length - a.listingKeys.length);
    const [most] = open;
    if (!most || most.listingKeys.length < FEWEST_HOMES) return null;
    const day = today.plus({ days: DAYS_AHEAD });
    const on = day.toISODate();
    const round = await this.door.ask<{ id: string }>('POST', 'rounds', { ...most, on });
    if (!round) return null;
    if (day.weekday !== SATURDAY) await this.door.ask('PATCH', `rounds/${round.id}`, EVENING);
    await this.door.ask('POST', `rounds/${round.id}/requests`, { withoutAgreement: true });
    return on;
  }

  /** The day before, the household gets what is agreed. */
  private async send(today: DateTime, rounds: readonly Summary[]): Promise<void> {
    const tomorrow = today.plus({ days: 1 }).toISODate();
    for (const { id } of rounds.filter(({ id: each, on }) => on === tomorrow && !this.sent.has(each))) {
      await this.door.ask('POST', `rounds/${id}/message`);
      this.sent.add(id);
    }
  }

  /** What was seen is written down, as it is on the road. */
  private async write(today: DateTime, rounds: readonly Summary[]): Promise<void> {
    const [from, until] = [today.minus({ days: WRITTEN_WITHIN_DAYS }).toISODate() ?? '', today.toISODate() ?? ''];
    for (const { id } of rounds.filter(({ id: each, on }) => on >= from && on < until && !this.told.has(each))) {
      const round = await this.door.ask<Seen>('GET', `rounds/${id}`);
      const seen = (round?.homes ?? []).filter(({ showing }) => showing?.state === 'confirmed');
      for (const [i, { listingKey, minutes, showing }] of seen.entries()) {
        const at = new Date(Date.parse(showing?.startAt ?? '') + minutes * 60_000).toISOString();
        const note = { at, listingKey, personId: null, verdict: null, text: '', minutes: null };
        await this.door.ask('PUT', `rounds/${id}/notes/${idOf(id, `${i} seen`)}`, { ...note, kind: 'seen' });
        const text = REMARKS[(listingKey.length + Number(listingKey.replace(/\D/g, ''))) % REMARKS.length];
        if (i % 2 === 0)
          await this.door.ask('PUT', `rounds/${id}/notes/${idOf(id, `${i} words`)}`, { ...note, kind: 'words', text });
      }
      this.told.add(id);
    }
  }
}

/** The same for the same note, so that it is kept once however often it is written down. */
function idOf(roundId: string, what: string): string {
  const hash = createHash('sha256').update(`${roundId} ${what}`).digest('hex');
  return [hash.slice(0, 8), hash.slice(8, 12), hash.slice(12, 16), hash.slice(16, 20), hash.slice(20, 32)].join('-');
}
