import { linesOfMember } from '@perambula/core';
import type { EitherLine, EitherMember, FieldLine, Line, Search } from '@perambula/core';
import { freshId } from '../draft/draft.js';

/** A line as the first of several of which one must hold. */
export function eitherOf(line: FieldLine, search: Search): EitherLine {
  const { weight, ...member } = line;
  return { id: line.id, either: [{ ...member, id: freshId(search) }], ...(weight ? { weight } : {}) };
}

/**
 * An either with a line put in place of that of its id, or added.
 *
 * @param beside  the place of the member that the line must hold together with; null for one more of which any may hold
 */
export function withMemberLine(either: EitherLine, line: FieldLine, beside: number | null): EitherLine {
  const lines = either.either.map(linesOfMember);
  const at = lines.findIndex((member) => member.some(({ id }) => id === line.id));
  const members =
    at >= 0
      ? lines.map((member, i) => (i === at ? member.map((each) => (each.id === line.id ? line : each)) : member))
      : beside === null
        ? [...lines, [line]]
        : lines.map((member, i) => (i === beside ? [...member, line] : member));
  return { ...either, either: members.map(memberOf) };
}

/** What is left of an either without one of its lines: a single one stands by itself again; null for none. */
export function withoutMemberLine(either: EitherLine, id: string): Line | null {
  const members = either.either
    .map((member) => linesOfMember(member).filter((line) => line.id !== id))
    .filter((lines) => lines.length > 0);
  const [only] = members;
  if (!only) return null;
  const [line] = only;
  if (members.length > 1 || only.length > 1 || !line) return { ...either, either: members.map(memberOf) };
  return { ...line, id: either.id, ...(either.weight ? { weight: either.weight } : {}) };
}

function memberOf(lines: readonly FieldLine[]): EitherMember {
  const [only] = lines;
  return lines.length === 1 && only ? only : { all: lines };
}
