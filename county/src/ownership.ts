import { DAY } from './lives.js';
import type { Parcel } from './parcels.js';
import { valueOf } from './prices.js';
import { randomOf } from './random.js';

const TAX_RATE = 0.0118;
const SHARE_AWAY = 0.22;

/** Whether a parcel's owner lives elsewhere. */
export function isOwnerAway({ id }: Parcel, seed: number): boolean {
  return randomOf(seed, 59, id).chance(SHARE_AWAY);
}

/** What a parcel was assessed at for a year, and its tax for that year, in dollars. Assessments are of every other year, and lag. */
export function taxOf(
  parcel: Parcel,
  seed: number,
  year: number,
): { readonly year: number; readonly assessed: number; readonly tax: number } {
  const lag = 0.86 + randomOf(seed, 61, parcel.id).unit() * 0.16;
  const day = Math.floor(Date.UTC(year, 0, 1) / DAY);
  const assessed = Math.round((valueOf(parcel, day - (year % 2) * 365) * lag) / 100) * 100;
  return { year, assessed, tax: Math.round(assessed * TAX_RATE) };
}
