import type { Outlook } from '@perambula/core';
import { sayDays } from './history.rules.js';

/** The days that the sentence looks ahead. */
const AHEAD_DAYS = 45;

/** A share as people say it: "half", "4 in 10", "none", "nearly all". */
export function sayShare(share: number): string {
  if (share < 0.05) return 'hardly any';
  if (share > 0.95) return 'nearly all';
  const tenths = Math.round(share * 10);
  return tenths === 5 ? 'half' : `${tenths} in 10`;
}

/** "Of 52 like it, half are under contract within 19 days; 4 in 10 cut within 45, by 3.0% in the middle." */
export function sayOutlook({ homes, contract, cut }: Outlook): string {
  const cutShare = cut.steps.findLast(({ day }) => day <= AHEAD_DAYS)?.share ?? 0;
  const cuts =
    cut.middle === null
      ? `none of them cut the price`
      : `${sayShare(cutShare)} cut within ${AHEAD_DAYS} days, by ${(cut.middle * 100).toFixed(1)}% in the middle`;
  return `Of ${homes} like it, ${sayHalf(contract)}; ${cuts}.`;
}

function sayHalf({ half, steps, seenFor }: Outlook['contract']): string {
  if (half !== null) return `half are under contract within ${sayDays(half)}`;
  const last = steps.at(-1);
  return last ? `${sayShare(last.share)} went under contract within ${sayDays(seenFor)}` : 'none went under contract yet';
}

/** The shares at a few days, for the table: as far as any of them was seen. */
export function outlookTable({
  contract,
  cut,
}: Outlook): { readonly day: number; readonly contract: number; readonly error: number; readonly cut: number }[] {
  return [7, 14, 30, 45, 60, 90, 120, 180]
    .filter((day) => day <= contract.seenFor)
    .map((day) => {
      const step = contract.steps.findLast((each) => each.day <= day);
      return {
        day,
        contract: step?.share ?? 0,
        error: step?.error ?? 0,
        cut: cut.steps.findLast((each) => each.day <= day)?.share ?? 0,
      };
    });
}

/** As a whole per cent. */
export const wholePercent = (share: number): string => `${Math.round(share * 100)}%`;
