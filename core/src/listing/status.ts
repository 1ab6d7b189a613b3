/** The RESO standard statuses, by their own names. */
export const STATUSES = [
  'Coming Soon',
  'Active',
  'Active Under Contract',
  'Pending',
  'Hold',
  'Closed',
  'Withdrawn',
  'Expired',
  'Canceled',
] as const;

export type Status = (typeof STATUSES)[number];

/** Statuses a search ranges over unless its Status line names others. */
export const ON_MARKET: ReadonlySet<string> = new Set<Status>([
  'Coming Soon',
  'Active',
  'Active Under Contract',
  'Pending',
  'Hold',
]);

/** Promised to somebody, and not sold yet. */
export const UNDER_CONTRACT: ReadonlySet<string> = new Set<Status>(['Active Under Contract', 'Pending']);

/** A listing that is over, whyever. */
export const OFF_MARKET: ReadonlySet<string> = new Set<Status>(['Closed', 'Withdrawn', 'Expired', 'Canceled']);

/** The field that a status's own time refers to, as in "closed in the last 180 days". */
export const STATUS_DATE_FIELD: Readonly<Record<Status, string>> = {
  'Coming Soon': 'StatusChangeTimestamp',
  Active: 'StatusChangeTimestamp',
  'Active Under Contract': 'PurchaseContractDate',
  Pending: 'PurchaseContractDate',
  Hold: 'StatusChangeTimestamp',
  Closed: 'CloseDate',
  Withdrawn: 'WithdrawnDate',
  Expired: 'ExpirationDate',
  Canceled: 'CancellationDate',
};

/** A home that a client can still be shown: neither sold nor promised to somebody else. */
export function isAvailable(status: string): boolean {
  return status === 'Active' || status === 'Coming Soon';
}
