import type { Verdict } from '@perambula/contract';

/** What a client said of a home, after their name. */
export const VERDICT_SAID: Readonly<Record<Verdict, string>> = { like: 'likes it', unsure: 'is unsure', notForUs: 'says no' };
