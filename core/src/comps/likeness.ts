import { distance, METRES_PER_MILE } from '../geo/distance.js';
import { bathsOf, endedOn, numberIn, positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { dayNumber } from '../time/period.js';

export const LIKENESS_PARTS = ['distance', 'kind', 'size', 'age', 'beds', 'baths', 'lot', 'date'] as const;
export type LikenessPart = (typeof LIKENESS_PARTS)[number];

/** How much each part counts, 0 or more; only their proportions matter. */
export type LikenessWeights = Readonly<Record<LikenessPart, number>>;

export const USUAL_WEIGHTS: LikenessWeights = { distance: 3, kind: 3, size: 3, age: 1, beds: 1, baths: 1, lot: 1, date: 2 };

/** From here on a part counts nothing; it falls evenly from no difference at all. */
export const UNLIKE_FROM = {
  /** Miles. */
  distance: 2,
  /** As a share of the subject’s. */
  size: 0.4,
  lot: 1,
  /** Years, bedrooms, baths. */
  age: 40,
  beds: 3,
  baths: 2,
  /** Days since it was sold, or since it was last on the market. */
  date: 365,
} as const;

/** Of each part how like two homes are, from 0 to 1; null where one of them leaves it blank. */
export type Likeness = Readonly<Record<LikenessPart, number | null>>;

/** @param today  an ISO date */
export function likenessParts(subject: ListingRecord, home: ListingRecord, today: string): Likeness {
  const share = (field: string, most: number): number | null => {
    const [one, other] = [numberIn(subject, field), numberIn(home, field)];
    return one === null || other === null || one <= 0 ? null : falling(Math.abs(other - one) / one, most);
  };
  const apart = (field: string, most: number): number | null => gap(numberIn(subject, field), numberIn(home, field), most);
  return {
    distance: milesLikeness(subject, home),
    kind: kindLikeness(subject, home),
    size: share('LivingArea', UNLIKE_FROM.size),
    age: apart('YearBuilt', UNLIKE_FROM.age),
    beds: apart('BedroomsTotal', UNLIKE_FROM.beds),
    baths: gap(bathsOf(subject), bathsOf(home), UNLIKE_FROM.baths),
    lot: share('LotSizeAcres', UNLIKE_FROM.lot),
    date: dateLikeness(home, today),
  };
}

/**
 * How like two homes are, from 0 to 1: the weighted mean of the parts. What the subject leaves blank does not count; what
 * only the other leaves blank counts as unlike.
 */
export function likenessOf(parts: Likeness, ofSubject: Likeness, weights: LikenessWeights): number {
  let [sum, all] = [0, 0];
  for (const part of LIKENESS_PARTS) {
    if (ofSubject[part] === null) continue;
    sum += weights[part] * (parts[part] ?? 0);
    all += weights[part];
  }
  return all === 0 ? 0 : sum / all;
}

function milesLikeness(subject: ListingRecord, home: ListingRecord): number | null {
  const [here, there] = [positionOf(subject), positionOf(home)];
  return here && there ? falling(distance(here, there) / METRES_PER_MILE, UNLIKE_FROM.distance) : null;
}

/** The same subtype is the same kind; another of the same property type half of it. */
function kindLikeness(subject: ListingRecord, home: ListingRecord): number | null {
  const { PropertySubType: subType, PropertyType: type } = subject;
  if (typeof subType !== 'string' || typeof home['PropertySubType'] !== 'string') return null;
  return subType === home['PropertySubType'] ? 1 : type === home['PropertyType'] ? 0.5 : 0;
}

/** A sale’s age; what is on the market is of today. */
function dateLikeness(home: ListingRecord, today: string): number {
  const ended = endedOn(home);
  return ended === null ? 1 : falling(Math.max(0, dayNumber(today) - dayNumber(ended)), UNLIKE_FROM.date);
}

function gap(one: number | null, other: number | null, most: number): number | null {
  return one === null || other === null ? null : falling(Math.abs(other - one), most);
}

function falling(difference: number, most: number): number {
  return Math.max(0, 1 - difference / most);
}
