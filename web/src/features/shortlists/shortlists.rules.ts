import type { Shortlist, ShortlistItem, Stage } from '@perambula/contract';
import { dollars } from '@perambula/core';
import type { NewsSince } from '@perambula/core';
import { dateOf } from '../../shared/format.js';
import { sayNews } from '../../shared/news.js';

export const STAGE_LABEL: Readonly<Record<Stage, string>> = {
  considering: 'Considering',
  asked: 'Asked',
  booked: 'Booked',
  seen: 'Seen',
  offer: 'Offer',
  dropped: 'Dropped',
};

/** The orders in which a shortlist's homes are looked at; only the agent's own is kept. */
export const ORDERS = {
  own: 'In your order',
  theirs: 'In their order',
  cheapest: 'Price, low first',
  dearest: 'Price, high first',
  liked: 'Best liked first',
  newest: 'Newest on the market',
} as const;
export type Order = keyof typeof ORDERS;

export function inOrder(items: readonly ShortlistItem[], order: Order): readonly ShortlistItem[] {
  const by: Readonly<Record<Order, (item: ShortlistItem) => number>> = {
    own: () => 0,
    theirs: ({ ownPosition }) => ownPosition ?? Number.MAX_SAFE_INTEGER,
    cheapest: ({ listing }) => Number(listing['ListPrice']),
    dearest: ({ listing }) => -Number(listing['ListPrice']),
    liked: (item) => -likingOf(item),
    newest: ({ listing }) => -Date.parse(String(listing['OnMarketDate'] ?? 0)),
  };
  return [...items].sort((a, b) => by[order](a) - by[order](b));
}

/** Those from which the way takes least come first; those of which it is not known, last. */
export function nearestFirst(items: readonly ShortlistItem[], minutes: ReadonlyMap<string, number | null>): ShortlistItem[] {
  const taken = ({ listingKey }: ShortlistItem): number => minutes.get(listingKey) ?? Number.MAX_SAFE_INTEGER;
  return [...items].sort((a, b) => taken(a) - taken(b));
}

/** How a household likes a home: each of them for it counts one, each against it takes one away. */
function likingOf({ reactions }: ShortlistItem): number {
  const liking = { like: 1, unsure: 0.25, notForUs: -1 } as const;
  return reactions.reduce((sum, { verdict }) => sum + liking[verdict], 0);
}

export interface DatedNews {
  readonly says: string;
  readonly isGain: boolean;
  readonly since: 'told' | 'added';
  /** ISO 8601 */
  readonly at: string;
}

/** What is different since its household was told, and what besides since it was added; that it is sold is said otherwise. */
export function newsOf(item: ShortlistItem): DatedNews[] {
  const { sinceAdded, sinceSent, addedAt, sentAt } = item;
  const isSold = saySold(item) !== null;
  const said = (news: NewsSince): ReturnType<typeof sayNews> => sayNews(isSold ? { ...news, status: null } : news);
  const told =
    sinceSent && sentAt !== null ? said(sinceSent).map((each) => ({ ...each, since: 'told' as const, at: sentAt })) : [];
  const added = said(sinceAdded)
    .filter(({ says }) => told.every((each) => each.says !== says))
    .map((each) => ({ ...each, since: 'added' as const, at: addedAt }));
  return [...added, ...told];
}

/** "sold for $402,000 on Apr 3, 2026"; null where it is not sold. */
export function saySold({ listing }: ShortlistItem): string | null {
  if (listing['StandardStatus'] !== 'Closed') return null;
  const [price, on] = [listing['ClosePrice'], listing['CloseDate']];
  const forPrice = typeof price === 'number' ? ` for ${dollars(price)}` : '';
  return `sold${forPrice}${typeof on === 'string' ? ` on ${dateOf(`${on}T12:00:00Z`)}` : ''}`;
}

/** Those that are not put away, or that are; the agent's own come first. */
export function parted(shortlists: readonly Shortlist[]): { readonly kept: Shortlist[]; readonly away: Shortlist[] } {
  const ownFirst = [...shortlists].sort((a, b) => Number(a.clientId !== null) - Number(b.clientId !== null));
  return {
    kept: ownFirst.filter(({ archivedAt }) => archivedAt === null),
    away: ownFirst.filter(({ archivedAt }) => archivedAt !== null),
  };
}

/** What was pasted, by its lines: listing numbers or addresses, one to a line, each once. */
export function pastedLines(text: string): string[] {
  const lines = text
    .split(/[\n;\t]/)
    .map((line) =>
      line
        .trim()
        .replace(/^[-•*#]+\s*/, '')
        .replace(/\s+/g, ' '),
    )
    .filter(Boolean);
  return [...new Set(lines)];
}

interface FoundHome {
  readonly ListingKey: string;
  readonly [field: string]: unknown;
}

/** The home that a line means: the one found, or among several the one whose number or address it is to the letter. */
export function meant(line: string, rows: readonly FoundHome[]): FoundHome | 'none' | 'several' {
  const [first] = rows;
  if (!first) return 'none';
  const isExact = (row: FoundHome): boolean =>
    [row['ListingId'], row['UnparsedAddress'], String(row['UnparsedAddress']).split(',')[0]].some(
      (each) => String(each).toLowerCase() === line.toLowerCase(),
    );
  const exact = rows.filter(isExact);
  const candidates = exact.length > 0 ? exact : rows;
  // listed twice, it is still one home; the listing whose status changed last comes first
  const places = new Set(candidates.map((row) => String(row['UnparsedAddress'])));
  return places.size === 1 ? (candidates[0] ?? first) : 'several';
}
