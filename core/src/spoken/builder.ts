import type { LonLat } from '../geo/distance.js';
import type { PropertyType } from '../listing/kinds.js';
import { travelOf } from '../roads/travel.js';
import type { Travel } from '../roads/travel.js';
import { isEither } from '../search/document.js';
import type { Bound, FieldLine, Is, Line, Order, Search, StatusTime } from '../search/document.js';
import type { PriceMove } from '../search/priceMove.js';
import type { NamedShape } from './matcher.js';

/** A search put together from what was said, piece by piece. */
export class SearchBuilder {
  private lines: Line[];
  private readonly bounds: Bound[];
  private kinds: PropertyType[] | null = null;
  private order: readonly Order[];
  /** Whether the lines that come now would only be nice. */
  nice = false;

  /** @param from  what the search begins with; its lines give way to what is said of the same field */
  constructor(private readonly from: Search) {
    this.lines = [...from.lines];
    this.bounds = [...from.bounds];
    this.order = from.order;
  }

  addKind(kind: PropertyType): void {
    this.kinds = [...new Set([...(this.kinds ?? []), kind])];
  }

  addOrder(order: Order): void {
    this.order = [order];
  }

  /** Adds a test; choices of one field said one after another are one line, and a number said again takes its place. */
  add(field: string, is: Is, moved?: PriceMove): void {
    const weight = this.nice ? ({ weight: 'nice' } as const) : {};
    const from = this.from.lines.some((line) => !isEither(line) && line.field === field);
    if (from) this.lines = this.lines.filter((line) => isEither(line) || line.field !== field || !this.from.lines.includes(line));
    const at = this.lines.findIndex((line) => !isEither(line) && line.field === field && (line.weight === 'nice') === this.nice);
    const before = this.lines[at] as FieldLine | undefined;
    const joined = before ? join(before.is, is) : null;
    const move = moved ? { moved } : {};
    if (before && joined) this.lines[at] = { ...before, is: joined, ...move };
    else this.lines.push({ id: `s${this.lines.length + 1}`, field, is, ...move, ...weight });
  }

  /** Gives the status that was said last its time; false where none was said, or it has one. */
  timeStatus(time: Omit<StatusTime, 'status'>): boolean {
    const last = this.lines.findLastIndex(
      (line) => !isEither(line) && line.field === 'Status' && !this.from.lines.includes(line),
    );
    const line = this.lines[last];
    if (!line || isEither(line) || !('anyOf' in line.is)) return false;
    const oneOf = line.is.anyOf.map((status) => ({ status: status as StatusTime['status'], ...time }));
    this.lines[last] = { ...line, is: { oneOf } };
    return true;
  }

  /** A journey's minutes; each must hold, so that none takes the place of another but the same one said again. */
  addMinutes(travel: Travel, name: string, is: Is): void {
    const weight = this.nice ? ({ weight: 'nice' } as const) : {};
    const key = JSON.stringify(travel);
    this.lines = this.lines.filter((line) => isEither(line) || JSON.stringify(travelOf(line)) !== key);
    this.lines.push({ id: `s${this.lines.length + 1}`, field: 'Minutes', name, ...travel, is, ...weight });
  }

  addCircle(mode: 'in' | 'out', name: string, center: LonLat, radiusMeters: number): void {
    this.bounds.push({ id: `b${this.bounds.length + 1}`, mode, name, shape: { type: 'Circle', center, radiusMeters } });
  }

  addArea(mode: 'in' | 'out', area: NamedShape): void {
    this.bounds.push({ id: `b${this.bounds.length + 1}`, mode, ...area });
  }

  build(): Search {
    const taken = new Set<string>();
    const own = <T extends { id: string }>(item: T): T => {
      let id = item.id;
      for (let n = 2; taken.has(id); n++) id = `${item.id}-${n}`;
      taken.add(id);
      return { ...item, id };
    };
    return {
      version: 1,
      kinds: this.kinds ?? this.from.kinds,
      lines: this.lines.map(own),
      bounds: this.bounds.map(own),
      order: this.order,
    };
  }
}

/** Two tests of one field as one, where they are of one sort; null where both must stand. */
function join(a: Is, b: Is): Is | null {
  if ('anyOf' in a && 'anyOf' in b) return { anyOf: [...new Set([...a.anyOf, ...b.anyOf])] };
  if ('noneOf' in a && 'noneOf' in b) return { noneOf: [...new Set([...a.noneOf, ...b.noneOf])] };
  if ('oneOf' in a && 'oneOf' in b) return { oneOf: [...a.oneOf, ...b.oneOf] };
  if ('anyOf' in a && 'oneOf' in b)
    return { oneOf: [...a.anyOf.map((status) => ({ status }) as (typeof b.oneOf)[number]), ...b.oneOf] };
  if ('oneOf' in a && 'anyOf' in b)
    return { oneOf: [...a.oneOf, ...b.anyOf.map((status) => ({ status }) as (typeof a.oneOf)[number])] };
  if ('atLeast' in a && 'atMost' in b) return ordered(Number(a.atLeast), Number(b.atMost));
  if ('atMost' in a && 'atLeast' in b) return ordered(Number(b.atLeast), Number(a.atMost));
  const sort = (is: Is): string => Object.keys(is).join();
  return sort(a) === sort(b) && !('words' in a) && !('sameStreet' in a) ? b : null;
}

function ordered(low: number, high: number): Is | null {
  return low <= high ? { between: [low, high] } : null;
}
