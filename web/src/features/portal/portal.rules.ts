import type { Portal, PortalHome, Verdict } from '@perambula/contract';
import { clockTime, day } from '../../shared/format.js';

export const VERDICT_LABEL: Readonly<Record<Verdict, string>> = { like: 'Like', unsure: 'Unsure', notForUs: 'Not for us' };

/** What a home is mostly liked or refused for, said by a tap. */
export const REASONS = [
  'the price',
  'the size',
  'the street',
  'the kitchen',
  'the garden',
  'the layout',
  'the condition',
] as const;

/** A note with one of the reasons put to it, or taken out of it; words of one's own stay. */
export function toggled(note: string, reason: string): string {
  const parts = partsOf(note);
  return (parts.includes(reason) ? parts.filter((part) => part !== reason) : [...parts, reason]).join(', ');
}

/** The reasons that a note names, and what else it says. */
export function readNote(note: string): { readonly reasons: readonly string[]; readonly words: string } {
  const parts = partsOf(note);
  const isReason = (part: string): boolean => (REASONS as readonly string[]).includes(part);
  return { reasons: parts.filter(isReason), words: parts.filter((part) => !isReason(part)).join(', ') };
}

/** A note of reasons, and words of one's own. */
export function noteOf(reasons: readonly string[], words: string): string {
  return [...reasons, ...partsOf(words)].join(', ');
}

const partsOf = (note: string): string[] =>
  note
    .split(', ')
    .map((part) => part.trim())
    .filter(Boolean);

/** The searches and shortlists that have some of the homes, by id with their names; none where all homes are of one. */
export function groupsOf({ homes, searches, shortlists }: Portal): ReadonlyMap<string, string> {
  const having = new Set(homes.flatMap(({ of }) => of));
  const groups = [...searches, ...shortlists].filter(({ id }) => having.has(id));
  return new Map(groups.length < 2 ? [] : groups.map(({ id, name }) => [id, name]));
}

/** Days for which a home that was seen is asked about. */
const ASKED_DAYS = 14;

/** Whether the household has seen a home by its visit. */
export function isSeen({ showing }: PortalHome, now: string): boolean {
  if (showing?.state !== 'confirmed' || showing.startAt === null) return false;
  return Date.parse(showing.startAt) + showing.minutes * 60_000 <= Date.parse(now);
}

/** The homes that the household saw lately, by the day, the latest day first, each day's in the order in which they were seen. */
export function seenLately(homes: readonly PortalHome[], now: string): ReadonlyMap<string, readonly PortalHome[]> {
  const at = ({ showing }: PortalHome): number => Date.parse(showing?.startAt ?? '');
  const seen = homes
    .filter((home) => isSeen(home, now) && at(home) > Date.parse(now) - ASKED_DAYS * 86_400_000)
    .sort((a, b) => at(a) - at(b));
  const days = [...new Set(seen.map(({ showing }) => day(showing?.startAt ?? '')))].reverse();
  return new Map(days.map((on) => [on, seen.filter(({ showing }) => day(showing?.startAt ?? '') === on)]));
}

/** Whether the reader said what they think of a home since they saw it. */
export function isSaidSince({ reaction, showing }: PortalHome): boolean {
  return reaction !== null && showing?.startAt != null && reaction.at >= showing.startAt;
}

export const TABS = ['new', 'all', 'like', 'unsure', 'differ', 'visits'] as const;
export type Tab = (typeof TABS)[number];
export type HomesBy = Readonly<Record<Tab, readonly PortalHome[]>>;

/** The homes under each tab. */
export function homesBy(homes: readonly PortalHome[]): HomesBy {
  return {
    new: homes.filter(({ isNew }) => isNew),
    all: homes,
    like: homes.filter(({ reaction }) => reaction?.verdict === 'like'),
    unsure: homes.filter(({ reaction }) => reaction?.verdict === 'unsure'),
    differ: homes.filter(differ),
    visits: homes.filter(({ showing }) => showing && showing.state !== 'canceled'),
  };
}

/** Whether those of a household who spoke, and let it be seen, are not of one mind. */
function differ({ reaction, others }: PortalHome): boolean {
  const said = new Set([reaction, ...others].flatMap((each) => each?.verdict ?? []));
  return said.size > 1;
}

export function labelsOf(of: HomesBy): Readonly<Record<Tab, string>> {
  return {
    new: `New ${of.new.length}`,
    all: `All ${of.all.length}`,
    like: `Liked ${of.like.length}`,
    unsure: `Unsure ${of.unsure.length}`,
    differ: `You differ ${of.differ.length}`,
    visits: `Visits ${of.visits.length}`,
  };
}

/** The tab that the page's address names, or else the one to begin with. */
export function tabOf(show: string | null, of: HomesBy): Tab {
  return TABS.find((tab) => tab === show) ?? (of.new.length > 0 ? 'new' : 'all');
}

/** Times that suit, as they are asked for: "Sat, Apr 18, 10:00 am or Sun, Apr 19, 1:00 pm". */
export function sayTimes(times: readonly string[]): string {
  return [...times]
    .sort()
    .map((time) => `${day(time)}, ${clockTime(time)}`)
    .join(' or ');
}

/** So many homes stand side by side at most. */
export const MOST_BESIDE = 4;

/** The homes that are to stand side by side, as the page's address has them. */
export function besideOf(params: URLSearchParams): string[] {
  return [...new Set((params.get('beside') ?? '').split(',').filter(Boolean))].slice(0, MOST_BESIDE);
}

/** The address's words with a home put to those side by side, or taken out of them. */
export function withBeside(params: URLSearchParams, key: string): URLSearchParams {
  const keys = besideOf(params);
  const after = keys.includes(key) ? keys.filter((each) => each !== key) : [...keys, key].slice(-MOST_BESIDE);
  const words = new URLSearchParams(params);
  if (after.length > 0) words.set('beside', after.join(','));
  else words.delete('beside');
  return words;
}

/** Things with one of them a place further on, or back. */
export function stepped(all: readonly string[], one: string, by: 1 | -1): readonly string[] {
  const from = all.indexOf(one);
  const other = all[from + by];
  return other === undefined ? all : all.map((each) => (each === one ? other : each === other ? one : each));
}

/** "Teo", "Teo and Ada" */
export function listed(names: readonly string[]): string {
  return new Intl.ListFormat('en-US').format(names);
}
