import type { ListingRecord } from '../listing/record.js';
import type { Search } from '../search/document.js';
import type { TravelTimes } from '../roads/travelTimes.js';
import { mustLines } from '../search/document.js';
import { fits } from '../search/evaluate.js';
import { oneStep } from '../search/loosen.js';
import { labelOf, phraseOf } from '../search/phrase.js';
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
  /** What the search would have told with one of its lines a step wider, and a step narrower; null where none can be. */
  readonly wider: Step | null;
  readonly narrower: Step | null;
}

/** A search with one line otherwise. */
export interface Step {
  /** "List price: up to $480,000". */
  readonly line: string;
  readonly homes: number;
}

interface Replay extends ToldNews {
  readonly search: Search;
  /** The county’s. */
  readonly zone: string;
  /** The county's, where journeys are measured. */
  readonly roads?: TravelTimes | undefined;
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
  const { search, from, to, hours } = replay;
  const [wider, narrower] = [stepsFrom(search, 'wider'), stepsFrom(search, 'narrower')];
  const [news = [], ...others] = newsOf(replay, [search, ...[...wider, ...narrower].map((each) => each.search)]);
  const homesOf = (each: readonly News[]): number => new Set(each.map(({ key }) => key)).size;
  const stepsOf = (steps: typeof wider, first: number): Step[] =>
    steps.map(({ line }, i) => ({ line, homes: homesOf(others[first + i] ?? []) }));
  const days = Math.round((to - from) / 86_400_000);
  const messages = Object.fromEntries(CADENCES.map((cadence) => [cadence, messagesOf(cadence, news, from, hours)])) as Record<
    Cadence,
    number
  >;
  const homes = homesOf(news);
  return {
    days,
    homes,
    homesAWeek: Math.round((homes / days) * 70) / 10,
    messages,
    ...recommend(messages, homes, days),
    wider: widest(stepsOf(wider, 0), homes),
    narrower: gentlest(stepsOf(narrower, wider.length), homes),
  };
}

/** Each search that has one line a step otherwise. */
function stepsFrom(search: Search, way: 'wider' | 'narrower'): { readonly line: string; readonly search: Search }[] {
  return mustLines(search).flatMap((line) =>
    oneStep(line, way).map((stepped) => ({
      line: `${labelOf(stepped)}: ${phraseOf(stepped)}`,
      search: { ...search, lines: search.lines.map((each) => (each === line ? stepped : each)) },
    })),
  );
}

/** The step that adds most homes; null where none adds any. */
function widest(steps: readonly Step[], homes: number): Step | null {
  const best = steps.toSorted((a, b) => b.homes - a.homes)[0];
  return best && best.homes > homes ? best : null;
}

/** The step that leaves fewest homes, but half of them at least; where none leaves so many, the one that leaves most. */
function gentlest(steps: readonly Step[], homes: number): Step | null {
  const fewer = steps.filter((step) => step.homes < homes).toSorted((a, b) => a.homes - b.homes);
  return fewer.find((step) => step.homes >= homes / 2) ?? fewer.at(-1) ?? null;
}

interface News {
  readonly key: string;
  readonly at: number;
}

/** What each of some searches would have told, the oldest first. */
function newsOf({ tell, leastPercent, zone, roads, from, to, records, changes }: Replay, searches: readonly Search[]): News[][] {
  const byListing = new Map<string, ListingChange[]>();
  for (const change of changes) {
    const list = byListing.get(change.ListingKey);
    if (list) list.push(change);
    else byListing.set(change.ListingKey, [change]);
  }
  const news = searches.map((): News[] => []);
  for (const record of records) {
    // back from how it stands now, each change undone after it was looked at
    let then: ListingRecord = record;
    const latestFirst = (byListing.get(record.ListingKey) ?? []).sort((a, b) => b.at - a.at);
    for (const change of latestFirst) {
      const isTold = change.at > from && change.at <= to && tellsChange({ tell, leastPercent }, change);
      if (isTold)
        for (const [i, search] of searches.entries())
          if (fits(search, then, { now: change.at, zone, ...(roads ? { roads } : {}) }))
            news[i]?.push({ key: record.ListingKey, at: change.at });
      if (change.field !== 'ListingKey') then = { ...then, [change.field]: change.from };
    }
  }
  return news.map((each) => each.sort((a, b) => a.at - b.at));
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
