import { USUAL_COST } from '../listing/monthlyCost.js';
import type { FieldLine } from './document.js';
import type { ParsedValue } from './parsed.js';

/** A line whose value is still to be said: it is not of a search yet. */
export type NewLine = Omit<FieldLine, 'is'> & { readonly is?: undefined };

/**
 * A line as what was typed says it. What its phrase prints and was not typed again is gone, but for what a line cannot be
 * without: how a journey is made, and what a cost rests on.
 */
export function withParsedValue(line: FieldLine | NewLine, { is, moved, how, assuming }: ParsedValue): FieldLine {
  const { moved: _moved, ...rest } = line;
  const { arriveBy: _arriveBy, leaveAt: _leaveAt, ...timeless } = rest;
  return {
    ...((how?.arriveBy ?? how?.leaveAt) === undefined ? rest : timeless),
    ...(line.on === undefined ? {} : how),
    is,
    ...(moved ? { moved } : {}),
    ...(assuming ? { assuming: { ...(line.assuming ?? USUAL_COST), ...assuming } } : {}),
  };
}
