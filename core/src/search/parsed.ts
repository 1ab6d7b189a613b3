import type { CostAssumptions } from '../listing/monthlyCost.js';
import type { How } from '../roads/readHow.js';
import type { Is } from './document.js';
import type { PriceMove } from './priceMove.js';

/**
 * What was understood of a value as typed: its test, and what its line says besides; `note` says where it was read
 * otherwise than written.
 */
export interface ParsedValue {
  readonly is: Is;
  readonly moved?: PriceMove;
  readonly how?: How;
  readonly assuming?: Partial<CostAssumptions>;
  readonly note?: string;
}

export type Parsed = ParsedValue | { readonly problem: string };
