import { feePerMonthOf } from './record.js';
import type { ListingRecord } from './record.js';

/** What a buyer brings and borrows, to say what a home would cost a month. */
export interface CostAssumptions {
  /** Of the price, paid at once. */
  readonly downPercent: number;
  /** Interest a year. */
  readonly ratePercent: number;
  /** That the loan is paid back in, month by month. */
  readonly years: number;
  /** Insurance a year, of the price. */
  readonly insurancePercent: number;
}

/** The least and the most that each assumption can be, both included. */
export const COST_BOUNDS: Readonly<Record<keyof CostAssumptions, readonly [least: number, most: number]>> = {
  downPercent: [0, 100],
  ratePercent: [0, 30],
  years: [1, 50],
  insurancePercent: [0, 5],
};

/** What is assumed until a client says otherwise. */
export const USUAL_COST: CostAssumptions = { downPercent: 20, ratePercent: 6.5, years: 30, insurancePercent: 0.5 };

/**
 * What a home would cost a month in whole dollars: loan, taxes, insurance and association fee.
 *
 * @returns null when the price, the taxes or the fee are blank
 */
export function monthlyCostOf(record: ListingRecord, assuming: CostAssumptions = USUAL_COST): number | null {
  const { ListPrice: price, TaxAnnualAmount: taxes } = record;
  const fee = feePerMonthOf(record);
  if (typeof price !== 'number' || typeof taxes !== 'number' || fee === null) return null;
  return monthlyCost(price, taxes, fee, assuming);
}

/** The same of a price, of taxes a year and of a fee a month, in dollars. */
export function monthlyCost(price: number, taxes: number, fee: number, assuming: CostAssumptions): number {
  const loan = price * (1 - assuming.downPercent / 100);
  const insurance = (price * assuming.insurancePercent) / 100;
  return Math.round(monthlyPayment(loan, assuming) + (taxes + insurance) / 12 + fee);
}

/** The level payment that pays a loan back with interest (annuity in arrears; common practice). */
function monthlyPayment(loan: number, { ratePercent, years }: CostAssumptions): number {
  const months = years * 12;
  const rate = ratePercent / 1200;
  return rate === 0 ? loan / months : (loan * rate) / (1 - (1 + rate) ** -months);
}
