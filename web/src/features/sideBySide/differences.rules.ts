import type { ListingRecord } from '@perambula/core';
import { factsOf } from '../../shared/listingFacts.js';

/** One fact of several homes, in their order; null where a home leaves it blank. */
export interface ComparedFact {
  readonly name: string;
  readonly label: string;
  readonly texts: readonly (string | null)[];
}

/** Facts in which homes differ, and those in which they are alike, each in the catalogue's order. */
export function comparedFacts(homes: readonly ListingRecord[]): {
  readonly differ: ComparedFact[];
  readonly alike: ComparedFact[];
} {
  const labels = new Map<string, string>();
  const told = homes.map((home) => {
    const texts = new Map<string, string>();
    for (const { field, text, unit } of factsOf(home).flatMap(({ facts }) => facts)) {
      labels.set(field.name, field.label);
      texts.set(field.name, unit ? `${text} ${unit}` : text);
    }
    return texts;
  });
  const facts = [...labels].map(([name, label]): ComparedFact => ({
    name,
    label,
    texts: told.map((texts) => texts.get(name) ?? null),
  }));
  const isAlike = ({ texts }: ComparedFact): boolean => new Set(texts).size === 1;
  return { differ: facts.filter((fact) => !isAlike(fact)), alike: facts.filter(isAlike) };
}
