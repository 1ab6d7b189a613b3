import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { isEither } from './document.js';
import type { FieldLine, Is, Line } from './document.js';

/** A line with one of its limits moved, and how many homes that adds. */
export interface Loosening {
  readonly line: string;
  readonly is: Is;
  readonly adds: number;
}

/** Counted things are moved by one of them, years by ten, everything else by a tenth at most. */
const MOST_SHARE = 0.1;
const MOST_YEARS = 10;
/** A smaller move is taken when it adds so much of what the largest adds. */
const ENOUGH = 0.6;

/**
 * The smallest sensible move of a line's limit that lets in most of what a move of at most a tenth would;
 * null where the line has no limit, or no move adds anything.
 *
 * @param lost  the values of the listings that miss by this line alone
 */
export function loosen(line: Line, lost: readonly number[]): Loosening | null {
  if (isEither(line)) return null;
  const field = fieldOf(line.field) as Field;
  if (field.type !== 'number' && field.type !== 'money') return null;
  const options = [
    ...limit(line, 'low').flatMap((from) =>
      bestMove(from, -1, lost, field).map(({ to, adds }) => ({ is: moved(line.is, 'low', to), adds })),
    ),
    ...limit(line, 'high').flatMap((from) =>
      bestMove(from, 1, lost, field).map(({ to, adds }) => ({ is: moved(line.is, 'high', to), adds })),
    ),
  ];
  const best = options.sort((a, b) => b.adds - a.adds)[0];
  return best ? { line: line.id, ...best } : null;
}

/** A line with each of its limits moved by a tenth, or by one where it counts: outwards, or inwards; none where it has no limit. */
export function oneStep(line: Line, way: 'wider' | 'narrower'): FieldLine[] {
  if (isEither(line)) return [];
  const field = fieldOf(line.field) as Field;
  if (field.type !== 'number' && field.type !== 'money') return [];
  return (['low', 'high'] as const).flatMap((end) =>
    limit(line, end).flatMap((from) => {
      const { step, most } = stepsOf(from, field);
      const outwards = end === 'high' ? 1 : -1;
      const to = Math.round((from + (way === 'wider' ? outwards : -outwards) * most * step) * 10_000) / 10_000;
      const is = moved(line.is, end, to);
      const isRange = !('between' in is) || is.between[0] <= is.between[1];
      return to > 0 && isRange ? [{ ...line, is }] : [];
    }),
  );
}

function limit({ is }: FieldLine, end: 'low' | 'high'): number[] {
  if ('between' in is) return [Number(is.between[end === 'low' ? 0 : 1])];
  if (end === 'low' && 'atLeast' in is) return [Number(is.atLeast)];
  return end === 'high' && 'atMost' in is ? [Number(is.atMost)] : [];
}

function moved(is: Is, end: 'low' | 'high', to: number): Is {
  if (!('between' in is)) return end === 'low' ? { atLeast: to } : { atMost: to };
  return { between: end === 'low' ? [to, is.between[1]] : [is.between[0], to] };
}

function bestMove(from: number, sign: 1 | -1, lost: readonly number[], field: Field): { to: number; adds: number }[] {
  const { step, most } = stepsOf(from, field);
  const away = lost.map((value) => sign * (value - from)).filter((distance) => distance > 0);
  const within = (steps: number): number => away.filter((distance) => distance <= steps * step * (1 + 1e-9)).length;
  const all = within(most);
  if (all === 0) return [];
  for (let steps = 1; ; steps++) {
    const to = Math.round((from + sign * steps * step) * 10_000) / 10_000;
    if (within(steps) >= ENOUGH * all) return to < 0 ? [] : [{ to, adds: within(steps) }];
  }
}

/** How far a limit is moved at a time, and how many times at most. */
function stepsOf(from: number, field: Field): { step: number; most: number } {
  if (/^Year/.test(field.name)) return { step: 5, most: MOST_YEARS / 5 };
  if (field.unit === 'min') return { step: 1, most: Math.max(1, Math.floor(from * MOST_SHARE)) };
  const isCounted = field.type === 'number' && field.unit !== '%' && (field.unit === undefined || field.unit === 'spaces');
  if (isCounted) return { step: field.precision === 4 ? 0.5 : 1, most: field.precision === 4 ? 2 : 1 };
  const share = Math.max(Math.abs(from) * MOST_SHARE, 10 / (field.precision ?? 1) / 10);
  // 5,000 at 450,000; 50 at 2,400; 0.02 at 0.5
  const tens = 10 ** Math.floor(Math.log10(share));
  const step = Math.max(tens / 2, 1 / (field.precision ?? 1));
  return { step, most: Math.max(1, Math.floor(share / step)) };
}
