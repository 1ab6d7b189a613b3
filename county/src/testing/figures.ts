import { createHash } from 'node:crypto';
import type { County } from '../county.js';
import { DAY, lifeOf } from '../lives.js';
import type { Listing } from '../lives.js';

/** The moment at which the demo begins. */
export const NOW = Date.parse('2026-04-14T13:12:00Z');

export function digest(value: unknown): string {
  return createHash('sha256').update(JSON.stringify(value)).digest('hex');
}

/** All listings of a county's parcels until now. */
export function livesIn({ parcels, seed, since }: County): Listing[] {
  const first = Math.floor(Date.parse(`${since}T00:00:00Z`) / DAY);
  return parcels.flatMap((parcel) => lifeOf(parcel, seed, first, Math.floor(NOW / DAY)));
}

export function median(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
}
