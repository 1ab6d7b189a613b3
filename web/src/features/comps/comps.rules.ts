import { COMP_GROUPS, compGroupOf, figuresOfHome, likenessOf, likenessParts } from '@perambula/core';
import type { ComparedHome, CompGroup, Likeness, LikenessWeights, ListingRecord } from '@perambula/core';

/** One home among those compared. */
export interface Comp extends ComparedHome {
  /** By part, and in all from 0 to 1; null where there is no subject. */
  readonly parts: Likeness | null;
  readonly likeness: number | null;
}

/** Homes with their figures and their likeness, the likest first. */
export function compsOf(
  homes: readonly ListingRecord[],
  subject: ListingRecord | null,
  weights: LikenessWeights,
  today: string,
): Comp[] {
  const itself = subject && likenessParts(subject, subject, today);
  const comps = homes.map((record): Comp => {
    const parts = subject && likenessParts(subject, record, today);
    return {
      record,
      group: compGroupOf(record),
      figures: figuresOfHome(record, today),
      parts,
      likeness: parts && itself && likenessOf(parts, itself, weights),
    };
  });
  return comps.sort((a, b) => (b.likeness ?? 0) - (a.likeness ?? 0));
}

/** How many of each group are ticked at first, the likest; what did not sell is only looked at. */
const TICKED: Readonly<Record<CompGroup, number>> = { asked: 3, underContract: 3, closed: 6, off: 0 };

/** The homes ticked at first: those likest to the subject; all where they were chosen. */
export function tickedAtFirst(comps: readonly Comp[]): Set<string> {
  return new Set(
    COMP_GROUPS.flatMap((group) => {
      const of = comps.filter((comp) => comp.group === group);
      const ticked = of[0]?.likeness == null ? of : of.slice(0, TICKED[group]);
      return ticked.map(({ record }) => record.ListingKey);
    }),
  );
}

export const PARTS_SAID: Readonly<Record<keyof LikenessWeights, string>> = {
  distance: 'Distance',
  kind: 'Kind',
  size: 'Size',
  age: 'Age',
  beds: 'Beds',
  baths: 'Baths',
  lot: 'Lot',
  date: 'How recent',
};

/** What makes a home like the subject, part by part: "Distance 91%, Size 80%". */
export function sayLikeness(parts: Likeness): string {
  return (Object.keys(PARTS_SAID) as (keyof Likeness)[])
    .map((part) => `${PARTS_SAID[part]} ${parts[part] === null ? 'not known' : `${Math.round(parts[part] * 100)}%`}`)
    .join(', ');
}

/** What stands beside the subject: how many are counted, of how many, and where they were looked for. */
export function sayBeside(ticked: number, given: number, total: number, miles: number | null): string {
  const of = `${ticked} of ${given} ${given === 1 ? 'home' : 'homes'} counted`;
  if (miles === null) return of;
  const newest = total > given ? `, the newest of ${total.toLocaleString('en-US')}` : '';
  return `${of}${newest}, within ${miles} ${miles === 1 ? 'mile' : 'miles'}; sold within 12 months`;
}
