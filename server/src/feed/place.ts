/** A record as a feed gives it. */
export type Raw = Record<string, unknown>;

const LONGEST_MOMENT = 40;
const LONGEST_KEY = 60;

/** Where in a resource's order a record stands: its last change, then its key. */
export interface Place {
  readonly at: string;
  readonly key: string;
}

/** A page as the reader follows it: how many records it held, and the place of the last; null when none has one. */
export interface Page {
  readonly size: number;
  readonly last: Place | null;
}

export function isMoment(value: unknown): value is string {
  return typeof value === 'string' && value.length <= LONGEST_MOMENT && !Number.isNaN(Date.parse(value));
}

/**
 * The place of a page's last record, whatever their order; a record without a moment, or with one that is still to come,
 * has none: whoever went on from there would pass over what changes until then.
 */
export function lastOf(raws: readonly Raw[], key: string, now: number): Place | null {
  return raws
    .flatMap((raw) => {
      const [at, id] = [raw['ModificationTimestamp'], raw[key]];
      return isMoment(at) && Date.parse(at) <= now && typeof id === 'string' && id.length <= LONGEST_KEY ? { at, key: id } : [];
    })
    .reduce<Place | null>((last, place) => (last ? later(last, place) : place), null);
}

export function later(a: Place, b: Place): Place {
  return a.at > b.at || (a.at === b.at && a.key >= b.key) ? a : b;
}
