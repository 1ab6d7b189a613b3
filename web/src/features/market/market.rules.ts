import type { KeptBound, MarketAsk, MarketSpan, MovedOrder, SavedSearch } from '@perambula/contract';
import { MOVED_ORDERS } from '@perambula/contract';
import { OVERS, PROPERTY_TYPES } from '@perambula/core';
import type { BackGroup, Moved, MoveCounts, PropertyType, Search } from '@perambula/core';
import { KIND_LABEL } from '../../shared/kinds.js';
import { KEPT, whereOf } from '../../shared/where.js';

export const OVER_LABEL: Readonly<Record<(typeof OVERS)[number], string>> = {
  today: 'today',
  sinceYesterday: 'since yesterday morning',
  hours24: '24 hours',
  days3: '3 days',
  days7: '7 days',
  days30: '30 days',
  sinceLooked: 'since I last looked',
};

/** With what the figures stand beside. */
export const BESIDES = {
  before: 'the same time before',
  lastYear: 'the same weekdays a year ago',
  usual: 'what is usual',
} as const;
export type BesideName = keyof typeof BESIDES;

/** What can be opened as a list: its name, its heading, and which homes it has. */
export const LISTS = {
  new: { label: 'new', title: 'Came on the market', moved: ['new'] },
  back: { label: 'back', title: 'Came back on the market', moved: ['back'] },
  underContract: { label: 'under contract', title: 'Went under contract', moved: ['underContract'] },
  off: { label: 'off', title: 'Went off the market', moved: ['withdrawn', 'expired', 'canceled', 'onHold'] },
  cut: { label: 'cut', title: 'Cut their price', moved: ['priceDown'] },
  raised: { label: 'raised', title: 'Raised their price', moved: ['priceUp'] },
  closed: { label: 'closed', title: 'Closed', moved: ['closed'] },
  pending: { label: 'pending', title: 'Became pending', moved: ['pending'] },
  comingSoon: { label: 'coming soon', title: 'Were announced as coming soon', moved: ['comingSoon'] },
  withdrawn: { label: 'withdrawn', title: 'Were withdrawn', moved: ['withdrawn'] },
  expired: { label: 'expired', title: 'Expired', moved: ['expired'] },
  canceled: { label: 'canceled', title: 'Were canceled', moved: ['canceled'] },
  onHold: { label: 'on hold', title: 'Were put on hold', moved: ['onHold'] },
  aside: {
    label: 'off or under contract without having been for sale',
    title: 'Went off or under contract without having been for sale right before',
    moved: ['aside'],
  },
} as const satisfies Record<string, { label: string; title: string; moved: readonly Moved[] }>;
export type ListName = keyof typeof LISTS;

/** What is looked at, as the page's address holds it. */
export interface MarketAsked extends MarketSpan {
  /** "City:Wrenfield", or "kept:" with a bound's id; none where all of the county is meant. */
  readonly places: readonly string[];
  /** None where all kinds are meant. */
  readonly kinds: readonly PropertyType[];
  /** The saved search that says what is looked at, instead of places and kinds. */
  readonly of: string | null;
  readonly beside: BesideName;
  readonly list: ListName;
  readonly order: MovedOrder;
}

export function askedOf(params: URLSearchParams): MarketAsked {
  const over = params.get('over') ?? '';
  const [from, to] = [params.get('from') ?? '', params.get('to') ?? ''];
  const isBetween = over === 'between' && from !== '' && to !== '';
  const kinds = params.get('kinds') ?? 'Residential';
  const [beside, list, order] = [params.get('beside') ?? '', params.get('list') ?? '', params.get('order') ?? ''];
  return {
    places: (params.get('places') ?? '').split('|').filter(Boolean),
    kinds: kinds === 'all' ? [] : PROPERTY_TYPES.filter((kind) => kinds.split(',').includes(kind)),
    of: params.get('of'),
    ...(isBetween ? { over: 'between', from, to } : { over: OVERS.find((each) => each === over) ?? 'days7' }),
    beside: beside in BESIDES ? (beside as BesideName) : 'before',
    list: list in LISTS ? (list as ListName) : 'cut',
    order: MOVED_ORDERS.find((each) => each === order) ?? 'percent',
  };
}

/** What is looked at, as a search; null for the whole market, undefined where the search or a bound is kept no more. */
export function scopeOf(
  { places, kinds, of }: MarketAsked,
  kept: readonly KeptBound[],
  searches: readonly SavedSearch[],
): Search | null | undefined {
  if (of !== null) return searches.find(({ id }) => id === of)?.document;
  if (places.length === 0 && kinds.length === 0) return null;
  const wheres = places.map((place) => whereOf(place, kept, null));
  if (wheres.some((where) => where === null)) return undefined;
  const lines = wheres.flatMap((where) => where?.lines ?? []);
  const fields = [...new Set(lines.map(({ field }) => field))];
  const members = fields.map((field) => ({
    field,
    is: { anyOf: lines.flatMap((line) => (line.field === field && 'anyOf' in line.is ? line.is.anyOf : [])) },
  }));
  const [only, ...others] = members;
  const bounds = wheres.flatMap((where) => where?.bounds ?? []).map((bound, i) => ({ ...bound, id: `in${i}` }));
  return {
    version: 1,
    kinds: kinds.length > 0 ? kinds : PROPERTY_TYPES,
    lines: !only
      ? []
      : others.length === 0
        ? [{ id: 'place', ...only }]
        : [{ id: 'place', either: members.map((member, i) => ({ id: `place${i}`, ...member })) }],
    bounds,
    order: [],
  };
}

/** What is asked of the server. */
export function askOf({ over, from, to }: MarketSpan, scope: Search | null): MarketAsk {
  return { scope, over, ...(from !== undefined && to !== undefined ? { from, to } : {}) };
}

/** Places and bounds do not stand together: what was chosen last stays. */
export function placesChosen(before: readonly string[], now: readonly string[]): readonly string[] {
  const isBound = (place: string): boolean => place.startsWith(`${KEPT}:`);
  const added = now.find((place) => !before.includes(place));
  return added === undefined ? now : now.filter((place) => isBound(place) === isBound(added));
}

/** "Sedge Ferry and Old Quay", or where nothing is chosen, the whole county. */
export function sayPlaces(places: readonly string[], kept: readonly KeptBound[]): string {
  const names = places.map((place) => whereOf(place, kept, null)?.name ?? 'a bound that is kept no more');
  return names.length === 0 ? 'the whole county' : listed(names);
}

export function sayKinds(kinds: readonly PropertyType[]): string {
  return kinds.length === 0 ? 'everything listed' : listed(kinds.map((kind) => KIND_LABEL[kind].toLowerCase()));
}

function listed(names: readonly string[]): string {
  return new Intl.ListFormat('en-US').format(names);
}

/** How many homes a list has. */
export function countOf(list: ListName, counts: MoveCounts): number {
  return LISTS[list].moved.reduce((sum, moved) => sum + counts[moved], 0);
}

/** "+9", "−3", "0". */
export function signed(number: number): string {
  return number > 0 ? `+${plain(number)}` : number < 0 ? `−${plain(-number)}` : '0';
}

/** Medians may lie between two numbers. */
export function plain(number: number): string {
  return number.toLocaleString('en-US', { maximumFractionDigits: 1 });
}

/** "4.2%" of a share; "0.3%" is not rounded away. */
export function percent(share: number): string {
  return `${(share * 100).toFixed(1)}%`;
}

const PRICE_SAID = { same: 'at the same price', cut: 'with a cut', raised: 'with a rise' } as const;
const AFTER_SAID = {
  twoWeeks: 'within two weeks of the contract',
  month: 'two to seven weeks after it',
  longer: 'later than that',
  noContract: 'from hold, or off the market',
} as const;
const GUESS_SAID = { inspection: 'often the inspection', financing: 'often the loan', appraisal: 'often the appraisal' } as const;

export function sayBack({ price, after, guess }: BackGroup): { readonly what: string; readonly guess: string } {
  return { what: `${PRICE_SAID[price]}, ${AFTER_SAID[after]}`, guess: guess === null ? '' : GUESS_SAID[guess] };
}
