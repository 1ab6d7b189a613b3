/** What the feed's reader does and has, and how well it fills its fields. */
export interface FeedState {
  readonly address: string;
  /** Chosen by an administrator, rather than the one that the server was started with. */
  readonly chosen: boolean;
  readonly doing: string;
  /** Records read in what it does. */
  readonly read: number;
  readonly failure: string | null;
  readonly hasReadAll: boolean;
  /** The last change that was read, ISO 8601. */
  readonly readUntil: string | null;
  readonly listings: {
    readonly fromFeed: number;
    readonly fromFiles: number;
    readonly onMarket: number;
    readonly removed: number;
  };
  /** Listings that the feed no longer has, of so many stored: too many to be taken out before an administrator agrees. */
  readonly missing: { readonly listings: number; readonly of: number; readonly foundAt: string } | null;
  readonly changes: number;
  readonly openHouses: number;
  readonly rejects: readonly FeedReject[];
}

/** Of the homes for sale: the share that has a field, 0 to 1. */
export interface FieldCoverage {
  readonly field: string;
  readonly label: string;
  readonly filled: number;
}

/** A record that was set aside because it could not be read. */
export interface FeedReject {
  readonly listingKey: string;
  readonly reason: string;
  readonly at: string;
}

/** What became of a file of listings. */
export interface FileReport {
  readonly read: number;
  readonly added: number;
  readonly changed: number;
  readonly same: number;
  readonly refused: readonly { readonly at: number; readonly listingKey: string | null; readonly reason: string }[];
  readonly fields: readonly { readonly heading: string; readonly field: string | null; readonly filled: number }[];
}

/** How many listings an agent has of their own files, and may have. */
export interface OwnListings {
  readonly listings: number;
  readonly most: number;
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
