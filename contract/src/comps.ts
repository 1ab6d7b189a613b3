import type { ListingRecord, PriceModel } from '@perambula/core';
import { get, post } from './endpoint.js';

/** What is compared: homes that were chosen, or those round a subject, or both. */
export interface CompsBody {
  readonly subject?: string;
  /** A subject that may never have been listed, by the number of its parcel. */
  readonly parcel?: string;
  /** At most 200. */
  readonly keys?: readonly string[];
}

export interface CompsAnswer {
  readonly subject: ListingRecord | null;
  /** In the fields that are compared. */
  readonly homes: readonly ListingRecord[];
  /** How many were found, of which the newest are given. */
  readonly total: number;
  /** Within how many miles they were looked for; null where they were chosen. */
  readonly miles: number | null;
}

export const gatherComps = post('comps').takes<CompsBody>().gives<CompsAnswer>();

/** How price goes with the facts of homes of a property type, from the feed's own sales; of rents none. */
export interface PriceModelAnswer {
  /** null where too few have been sold to tell. */
  readonly model: PriceModel | null;
}

export const getPriceModel = get('priceModels/:type').gives<PriceModelAnswer>();
