import type { RoundStop } from './round.js';

/** What binds one stop to others, as sets of stops by their bits. */
interface Tie {
  /** Stops after none of which it may come. */
  readonly notAfter: number;
  /** Stops next to which it is to be seen: it comes right after one of them, or before. */
  readonly beside: number;
}

/** What binds the stops of a round; null where nothing does. For up to 31 stops. */
export type Ties = readonly Tie[] | null;

export function tiesOf(stops: readonly RoundStop[]): Ties {
  if (stops.every(({ place, before, beside }) => place === undefined && before === undefined && beside === undefined))
    return null;
  const those = (isOne: (other: RoundStop) => boolean): number =>
    stops.reduce((set, other, i) => (isOne(other) ? set | (1 << i) : set), 0);
  return stops.map(({ id, place, before, beside }) => ({
    notAfter:
      those((other) => other.id === before) |
      (place === 'first' ? those((other) => other.place !== 'first') : 0) |
      (place === 'last' ? 0 : those((other) => other.place === 'last')),
    beside: those((other) => other.id !== id && (other.id === beside || other.beside === id)),
  }));
}

/** Whether a stop may be seen after a set of others, the last of them known. One that may not any more has to be left out. */
export function mayFollow(ties: Ties, set: number, last: number, next: number): boolean {
  const tie = ties?.[next];
  if (!tie) return true;
  const seen = set & tie.beside;
  return (set & tie.notAfter) === 0 && (seen === 0 || seen === 1 << last);
}

/** A wish for the order that an order does not keep. */
export interface BrokenTie {
  readonly id: string;
  readonly wish: 'first' | 'last' | 'before' | 'beside';
  /** The stop before or beside which it should be seen. */
  readonly other?: string;
}

/** What an order of one's own does not keep of what was wished for. */
export function brokenTies(stops: readonly RoundStop[], order: readonly string[]): BrokenTie[] {
  const inOrder = order.flatMap((id) => stops.find((stop) => stop.id === id) ?? []);
  return inOrder.flatMap(({ id, place, before, beside }, at): BrokenTie[] => {
    const [earlier, later] = [inOrder.slice(0, at), inOrder.slice(at + 1)];
    const [other, next] = [before, beside].map((each) => inOrder.findIndex((stop) => stop.id === each));
    return [
      ...(place === 'first' && earlier.some((stop) => stop.place !== 'first') ? [{ id, wish: place }] : []),
      ...(place === 'last' && later.some((stop) => stop.place !== 'last') ? [{ id, wish: place }] : []),
      ...(before !== undefined && other !== undefined && other >= 0 && other < at
        ? [{ id, wish: 'before' as const, other: before }]
        : []),
      ...(beside !== undefined && next !== undefined && next >= 0 && Math.abs(next - at) > 1
        ? [{ id, wish: 'beside' as const, other: beside }]
        : []),
    ];
  });
}
