import type { HomeHistory, ShownTo } from '@perambula/core';
import { get } from './endpoint.js';

export interface ListingAnswer {
  /** In the fields that the agent may see. */
  readonly listing: ShownTo<'agent'>;
  /** Of the home, over all its listings for sale, or all to rent. */
  readonly history: HomeHistory;
  /** As announced, those called off too, by their start. */
  readonly openHouses: readonly { readonly startsAt: string; readonly endsAt: string; readonly status: string }[];
}

/** A listing's pictures by caption, in order, and its documents. */
export interface ListingMedia {
  readonly pictures: readonly string[];
  readonly documents: readonly { readonly file: string; readonly title: string }[];
}

/** What the county's offices know of a parcel. */
export interface PublicRecord {
  readonly ParcelNumber: string;
  readonly OwnerName: string;
  readonly OwnerMailingAddress: string;
  readonly OwnerAway: boolean;
  readonly FloodZone: string;
  readonly Zoning: string;
  readonly SchoolDistrict: string;
  readonly sales: readonly { readonly date: string; readonly price: number; readonly buyer: string }[];
  readonly loans: readonly { readonly date: string; readonly amount: number; readonly lender: string }[];
  readonly taxes: readonly { readonly year: number; readonly assessed: number; readonly tax: number }[];
  readonly [field: string]: unknown;
}

/** A listing's parcel in the public record, and where the two disagree. */
export interface RecordAnswer {
  readonly record: PublicRecord | null;
  readonly differences: readonly {
    readonly field: string;
    readonly label: string;
    readonly unit: string | null;
    readonly listed: string | number;
    readonly recorded: string | number;
  }[];
}

/** A parcel, listed or never: its record, and its listings, the newest first. */
export interface ParcelAnswer {
  readonly record: PublicRecord;
  readonly listings: readonly {
    readonly listingKey: string;
    readonly listingId: string;
    readonly status: string;
    readonly price: number | null;
    /** ISO 8601, when it was entered. */
    readonly at: string;
  }[];
}

export const getListing = get('listings/:key').gives<ListingAnswer>();

export const getMedia = get('listings/:key/media').gives<ListingMedia>();

export const getRecord = get('listings/:key/record').gives<RecordAnswer>();

export const getParcel = get('parcels/:parcelNumber').gives<ParcelAnswer>();
