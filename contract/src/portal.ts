import type { Verdict } from './clients.js';

export interface PortalHome {
  /** The listing's fields that a client may see. */
  readonly listing: Readonly<Record<string, unknown>> & { readonly ListingKey: string };
  readonly address: string;
  readonly why: string;
  readonly toldAt: string;
  readonly isNew: boolean;
  readonly reaction: { readonly verdict: Verdict; readonly note: string } | null;
  readonly showing: { readonly state: 'asked' | 'confirmed' | 'refused' | 'canceled'; readonly startAt: string | null } | null;
}

export interface Portal {
  readonly person: string;
  readonly household: string;
  readonly agent: {
    readonly name: string;
    readonly phone: string;
    readonly email: string;
    readonly officeName: string;
    readonly postalAddress: string;
    readonly licenseNumber: string;
  };
  readonly searches: readonly {
    readonly id: string;
    readonly name: string;
    readonly sentence: string;
    readonly cadence: string;
    readonly state: string;
  }[];
  readonly homes: readonly PortalHome[];
  readonly lastVisitAt: string | null;
  readonly countsVisits: boolean;
  readonly source: string;
  readonly now: string;
}
