/** Why a home came back from a contract, as far as its dates tell. */
export interface Guess {
  readonly why: 'inspection' | 'financing' | 'appraisal';
  readonly daysUnderContract: number;
  /** What the guess rests on, as it is told. */
  readonly because: string;
  /** How much to give for it: nobody but the agents knows. */
  readonly sure: 'fairly' | 'hardly';
}

const DAY_MS = 86_400_000;
/** Inspections are mostly agreed to be done within these days, loans within those (common practice, from memory). */
const INSPECTED_WITHIN_DAYS = 14;
const USUALLY_INSPECTED_WITHIN_DAYS = 10;
const LENDERS_DECIDE_DAYS = [21, 50] as const;

/**
 * A careful guess at why a contract ended: within days, mostly the inspection; after about a month, the loan or the
 * appraisal; with a lower price, the appraisal (common practice).
 *
 * @param from  when it went under contract, milliseconds since 1970 UTC
 * @param to  when it came back
 * @param wasCut  whether the price was lowered with it
 * @returns null where the dates tell nothing
 */
export function whyBack(from: number, to: number, wasCut: boolean): Guess | null {
  const days = Math.max(0, Math.round((to - from) / DAY_MS));
  const after = `back after ${days} ${days === 1 ? 'day' : 'days'}`;
  if (days <= INSPECTED_WITHIN_DAYS) {
    const sure = days <= USUALLY_INSPECTED_WITHIN_DAYS ? 'fairly' : 'hardly';
    return { why: 'inspection', daysUnderContract: days, because: `${after}, about when inspections are due`, sure };
  }
  if (wasCut) return { why: 'appraisal', daysUnderContract: days, because: `${after}, with a lower price`, sure: 'fairly' };
  const [from21, to50] = LENDERS_DECIDE_DAYS;
  if (days < from21 || days > to50) return null;
  return { why: 'financing', daysUnderContract: days, because: `${after}, about when lenders decide`, sure: 'hardly' };
}
