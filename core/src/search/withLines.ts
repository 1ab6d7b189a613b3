import { isEither } from './document.js';
import type { FieldLine, Line } from './document.js';

/**
 * A search's lines with others in the place of those that are about the same; a line that takes another's place takes its id,
 * and what is about something else comes last.
 *
 * @param isOfOne  whether two lines are about the same
 */
export function withLines(lines: readonly Line[], others: readonly Line[], isOfOne: (a: Line, b: Line) => boolean): Line[] {
  const firstOf = (line: Line): Line | undefined => lines.find((each) => isOfOne(each, line));
  return withOwnIds([
    ...lines.flatMap((line) => {
      const same = others.filter((each) => isOfOne(each, line));
      if (same.length === 0) return [line];
      return firstOf(line) === line
        ? same.map((each, i) => (i > 0 ? each : asksTheSame(each, line) ? line : { ...each, id: line.id }))
        : [];
    }),
    ...others.filter((line) => !firstOf(line)),
  ]);
}

/** Whether two lines on one thing ask the same of it, whatever else is said of either. */
function asksTheSame(a: Line, b: Line): boolean {
  if (isEither(a) || isEither(b)) return false;
  const asked = ({ is, moved, assuming }: FieldLine): string => JSON.stringify([is, moved, assuming]);
  return asked(a) === asked(b) && (a.weight === 'nice') === (b.weight === 'nice');
}

/** Lines or bounds, each with an id that no other has; the first of those that share one keeps it. */
export function withOwnIds<T extends { readonly id: string }>(items: readonly T[]): T[] {
  const taken = new Set<string>();
  return items.map((item) => {
    let id = item.id;
    for (let n = 2; taken.has(id); n++) id = `${item.id}-${n}`;
    taken.add(id);
    return { ...item, id };
  });
}
