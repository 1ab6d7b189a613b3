import type { Room } from './rooms.js';

/** A listing as the feed gives it, by RESO Data Dictionary names. */
export type FeedRecord = Record<string, string | number | boolean | readonly string[] | readonly Room[] | null>;
