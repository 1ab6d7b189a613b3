import type { ListingRecord, PriceModel, Search } from '@perambula/core';
import { get, post } from './endpoint.js';

/** As many as are compared at once. */
export const MOST_COMPARED = 1000;

/** What is compared: homes that were chosen, or what a search finds, or those round a subject. */
export interface CompsBody {
  readonly subject?: string;
  /** A subject that may never have been listed, by the number of its parcel. */
  readonly parcel?: string;
  readonly keys?: readonly string[];
  readonly search?: Search;
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

/** To hand over, in what a client may see and without a value range; or all of it, for the agent's own use. */
export const COMPS_FILES = ['pdf', 'xlsx'] as const;
export type CompsFileType = (typeof COMPS_FILES)[number];

/** Homes compared, as a file: those that are counted, in their order. */
export interface CompsFileBody extends Pick<CompsBody, 'subject' | 'parcel'> {
  readonly keys: readonly string[];
  readonly title: string;
  readonly type: CompsFileType;
}

export const writeComps = post('comps/file').takes<CompsFileBody>().givesFile();

/** How price goes with the facts of homes of a property type, from the feed's own sales; of rents none. */
export interface PriceModelAnswer {
  /** null where too few have been sold to tell. */
  readonly model: PriceModel | null;
}

export const getPriceModel = get('priceModels/:type').gives<PriceModelAnswer>();
