import { get, post, put, remove } from './endpoint.js';

/** What the feed's reader does and has, and how well it fills its fields. */
export interface FeedState {
  /** Null while there is none. */
  readonly address: string | null;
  /** Chosen by an administrator, rather than the one that the server was started with. */
  readonly chosen: boolean;
  /** The one that the server was started with. */
  readonly first: string | null;
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

/** A feed by its address, and what opens it: a token, or a client and its secret at an address that gives tokens. */
export interface FeedSourceInput {
  readonly address: string;
  readonly token?: string;
  readonly tokenUrl?: string;
  readonly clientId?: string;
  readonly clientSecret?: string;
  readonly scope?: string;
  /** By the feed's name of a field, the RESO Data Dictionary's. */
  readonly names?: Readonly<Record<string, string>>;
}

/** What the first records of a feed show of it, before it is read. */
export interface FeedPreview {
  readonly records: number;
  /** How many of them can be read. */
  readonly readable: number;
  /** Why the others cannot. */
  readonly reasons: readonly { readonly reason: string; readonly records: number }[];
  /** The feed's fields that have a value somewhere, those that are not read first. */
  readonly fields: readonly FeedPreviewField[];
  /** Fields that can be read and that none of the feed's is read as. */
  readonly free: readonly string[];
}

export interface FeedPreviewField {
  /** What the feed calls it. */
  readonly name: string;
  /** The Data Dictionary's field that it is read as; null where it is left out. */
  readonly field: string | null;
  /** The field that it probably is, by its name or its values, where it is left out. */
  readonly likely: string | null;
  /** In how many of the records it has a value. */
  readonly filled: number;
  /** One of its values. */
  readonly example: string;
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

export const getFeed = get('feed').gives<FeedState>();

export const getCoverage = get('feed/coverage').gives<FieldCoverage[]>();

export const chooseFeed = put('feed/source').takes<FeedSourceInput>().gives<FeedState>();

export const previewFeed = post('feed/source/preview').takes<FeedSourceInput>().gives<FeedPreview>();

export const resetFeed = remove('feed/source').gives<FeedState>();

export const takeOutMissing = post('feed/missing/agreement').takes<{ readonly listings: number }>().gives<FeedState>();

/** A file of listings as text, CSV or JSON, for everybody. */
export const readFileForAll = post('feed/files').takesText().gives<FileReport>();

/** The same for the agent alone. */
export const readOwnFile = post('feed/files/own').takesText().gives<FileReport>();

export const getOwnListings = get('feed/files/own').gives<OwnListings>();

export const removeOwnListings = remove('feed/files/own').gives<OwnListings>();
