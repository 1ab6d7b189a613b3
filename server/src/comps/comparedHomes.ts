import type { AdjustedSale, ComparedHome, FiguresOfHome, GroupOfComps } from '@perambula/core';

/** A home of a file, with its name as whoever reads it may have it. */
export interface NamedHome extends ComparedHome {
  readonly name: string;
  readonly town: string;
  readonly status: string;
  /** Its listing office, and how old the record is. */
  readonly credit: string;
}

/** The homes of a file, by what became of them, beside the one that they are compared with. */
export interface ComparedHomes {
  readonly title: string;
  /** "Tuesday, April 14, 2026" */
  readonly date: string;
  readonly subject: { readonly name: string; readonly figures: FiguresOfHome } | null;
  readonly groups: readonly GroupOfComps<NamedHome>[];
}

/** The sales of it, each brought to what the subject has, and what they come to; in words. */
export interface AdjustedHomes {
  readonly range: string;
  readonly why: string;
  readonly sales: readonly (AdjustedSale & { readonly name: string })[];
}

/** The figures that stand below each group. */
export const AVERAGES = [
  ['median', 'MEDIAN'],
  ['mean', 'AVERAGE'],
  ['lowest', 'MIN'],
  ['highest', 'MAX'],
] as const;
