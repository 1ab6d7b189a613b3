import type { PublicRecord } from '@perambula/contract';

/** The county's public record, wherever it is read from. */
export abstract class PublicRecords {
  /**
   * What the record says of a parcel; null when it has no such parcel.
   *
   * @throws Failure when the record cannot be reached
   */
  abstract find(parcelNumber: string): Promise<PublicRecord | null>;
}
