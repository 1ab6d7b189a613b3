import { streetKey } from './streets.js';
import { wordsOf } from './words.js';

/** Something that has an address, as "212 N Heron Ave #3, Wrenfield". */
export interface Addressed {
  readonly address: string;
}

interface Entry<T> {
  readonly of: T;
  readonly street: string;
  readonly rest: string;
}

const PARTS = /^\s*(\d+[a-z]?(?: 1\/2)?)\s+([^,#]+)(.*)$/i;
const DIRECTION = /^(?:north|south|east|west|northeast|northwest|southeast|southwest) /;

/**
 * Finds addresses as they are typed: a house number, the beginning of its street however spelled, with or without its
 * direction and suffix, and after it whatever words of the unit or town. Those whose street is typed whole come first.
 */
export function addressFinder<T extends Addressed>(all: readonly T[]): (sought: string, most: number) => T[] {
  const byNumber = new Map<string, Entry<T>[]>();
  for (const of of all) {
    const parts = partsOf(of.address);
    if (!parts) continue;
    const entries = byNumber.get(parts.number) ?? [];
    byNumber.set(parts.number, entries);
    entries.push({ of, street: parts.street, rest: parts.rest });
  }
  return (sought, most) => {
    const parts = partsOf(sought);
    if (!parts) return [];
    const { number, street, rest } = parts;
    const isThere = (word: string, entry: Entry<T>): boolean => wordsOf(entry.rest).some((each) => each.startsWith(word));
    const rank = (entry: Entry<T>): number => {
      for (const name of [entry.street, entry.street.replace(DIRECTION, '')]) {
        // a suffix left out, or the town after the street without a comma
        if (name === street || name.startsWith(`${street} `)) return 0;
        if (street.startsWith(`${name} `) && wordsOf(street.slice(name.length)).every((word) => isThere(word, entry))) return 0;
        if (name.startsWith(street)) return 1;
      }
      return 2;
    };
    const words = wordsOf(rest);
    return (byNumber.get(number) ?? [])
      .map((entry) => ({ entry, rank: rank(entry) }))
      .filter(({ entry, rank: at }) => at < 2 && words.every((word) => isThere(word, entry)))
      .sort((a, b) => a.rank - b.rank || a.entry.of.address.localeCompare(b.entry.of.address, 'en', { numeric: true }))
      .slice(0, most)
      .map(({ entry }) => entry.of);
  };
}

/** Whether two addresses are of one house, whatever town, unit or code stands after; false where either is none. */
export function isSameAddress(a: string, b: string): boolean {
  const [one, other] = [partsOf(a), partsOf(b)];
  return one !== null && other !== null && one.number === other.number && one.street === other.street;
}

function partsOf(address: string): { number: string; street: string; rest: string } | null {
  const [, number, street, rest = ''] = PARTS.exec(address) ?? [];
  if (!number || !street) return null;
  const key = streetKey(street);
  return key === '' ? null : { number: number.toLowerCase(), street: key, rest };
}
