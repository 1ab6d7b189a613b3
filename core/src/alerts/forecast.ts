import type { ListingRecord } from '../listing/record.js';
import type { Search } from '../search/document.js';
import { fits } from '../search/evaluate.js';
import { CADENCES, duesOf } from './cadence.js';
import type { Cadence, Hours } from './cadence.js';
import { tellsChange } from './change.js';
import type { ListingChange, ToldNews } from './change.js';

/** What an alert would have sent over a past span. */
export interface Forecast {
  readonly days: number;
  /** Homes told over the span, each counted once. */
  readonly homes: number;
  readonly homesAWeek: number;
  readonly messages: Readonly<Record<Cadence, number>>;
  readonly recommended: Cadence;
  readonly reason: string;
}

interface Replay extends ToldNews {
  readonly search: Search;
  /** The county’s. */
  readonly zone: string;
  /** Of the household that would have been written to. */
  readonly hours: Hours;
  /** The span replayed: half-open, (from, to], milliseconds since 1970 UTC. */
  readonly from: number;
  readonly to: number;
  /** The listings as they stand at `to`. */
  readonly records: readonly ListingRecord[];
  /** Their changes within the span, in any order. */
  readonly changes: readonly ListingChange[];
}

/** Replays a span of the market against a search and counts what each cadence would have written. */
export function forecast(replay: Replay): Forecast {
  const news = newsOf(replay);
  const { from, to, hours } = replay;
  const days = Math.round((to - from) / 86_400_000);
  const messages = Object.fromEntries(CADENCES.map((cadence) => [cadence, messagesOf(cadence, news, from, hours)])) as Record<
    Cadence,
    number
  >;
  const homes = new Set(news.map(({ key }) => key)).size;
  return { days, homes, homesAWeek: Math.round((homes / days) * 70) / 10, messages, ...recommend(messages, homes, days) };
}

interface News {
  readonly key: string;
  readonly at: number;
}

function newsOf({ search, tell, leastPercent, zone, from, to, records, changes }: Replay): News[] {
  const byListing = new Map<string, ListingChange[]>();
  for (const change of changes) {
    const list = byListing.get(change.ListingKey);
    if (list) list.push(change);
    else byListing.set(change.ListingKey, [change]);
  }
  const news: News[] = [];
  for (const record of records) {
    // back from how it stands now, each change undone after it was looked at
    let then: ListingRecord = record;
    const latestFirst = (byListing.get(record.ListingKey) ?? []).sort((a, b) => b.at - a.at);
    for (const change of latestFirst) {
      const isTold = change.at > from && change.at <= to && tellsChange({ tell, leastPercent }, change);
      if (isTold && fits(search, then, { now: change.at, zone })) {
        news.push({ key: record.ListingKey, at: change.at });
      }
      if (change.field !== 'ListingKey') then = { ...then, [change.field]: change.from };
    }
  }
  return news.sort((a, b) => a.at - b.at);
}

/** News that falls due at one moment goes in one message. */
function messagesOf(cadence: Cadence, news: readonly News[], from: number, hours: Hours): number {
  return new Set(
    duesOf(
      cadence,
      news.map(({ at }) => at),
      hours,
      from,
    ),
  ).size;
}

function recommend(
  messages: Readonly<Record<Cadence, number>>,
  homes: number,
  days: number,
): { recommended: Cadence; reason: string } {
  const weeks = days / 7;
  if (homes === 0) {
    return {
      recommended: 'atOnce',
      reason: `Nothing would have been told in ${days} days; at once cannot annoy, and widening the search would help more.`,
    };
  }
  if (messages.atOnce / weeks <= 2) {
    return {
      recommended: 'atOnce',
      reason: `Only ${messages.atOnce} messages in ${days} days even at once, so nothing need wait.`,
    };
  }
  if (messages.eachMorning / weeks <= 5) {
    return {
      recommended: 'eachMorning',
      reason: `Each morning gathers ${messages.atOnce} messages into ${messages.eachMorning}; weekly would let homes go under contract unseen.`,
    };
  }
  return {
    recommended: 'weekly',
    reason: `Each morning would write ${messages.eachMorning} times in ${days} days; so much mail is soon left unread.`,
  };
}
