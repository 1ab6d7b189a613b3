import type { Filled } from '@perambula/contract';
import { FIELD_GROUPS } from '@perambula/core';
import type { Field } from '@perambula/core';

/** Items by the groups of their fields, each group's in the order given. */
export function inGroups<T>(items: readonly T[], fieldOf: (item: T) => Field): T[] {
  return FIELD_GROUPS.flatMap((group) => items.filter((item) => fieldOf(item).group === group));
}

/** How many listings fill a field in, in a few words; nothing until that is known. */
export function shareSaid({ name, required, ofLine }: Field, filled: Filled | undefined): string {
  if (ofLine) return 'worked out for each home';
  if (!filled) return '';
  const share = filled[name];
  if (share === null || share === undefined) return 'not of these kinds';
  if (required && share > 0.999) return 'always filled in';
  // rounded towards the middle: nearly all is not all, and a few are not none
  const percent = share > 0.5 ? Math.floor(100 * share) : Math.ceil(100 * share);
  return percent === 0 ? 'never filled in' : `${percent}% filled in`;
}
