import type { PublicRecord } from '@perambula/contract';
import { isSameAddress } from '@perambula/core';
import type { ParcelRow } from '@perambula/core';

/** The county's public record, wherever it is read from. */
export abstract class PublicRecords {
  /**
   * What the record says of a parcel; null when it has no such parcel.
   *
   * @throws Failure when the record cannot be reached
   */
  abstract find(parcelNumber: string): Promise<PublicRecord | null>;
}

/** A record of what an assessor's row says: its last sale, loan and taxes, where it names them whole. */
export function recordOf({ SaleDate, SalePrice, Buyer, LoanDate, LoanAmount, Lender, ...row }: ParcelRow): PublicRecord {
  const { TaxYear, TaxAssessedValue, TaxAnnualAmount, UnparsedAddress, OwnerMailingAddress, ...rest } = row;
  const text = (value: string | number | undefined): string => (value === undefined ? '' : String(value));
  const [at, mailed] = [text(UnparsedAddress), text(OwnerMailingAddress)];
  return {
    ...rest,
    UnparsedAddress: at,
    OwnerName: text(row.OwnerName),
    OwnerMailingAddress: mailed,
    OwnerAway: at !== '' && mailed !== '' && !isSameAddress(at, mailed),
    FloodZone: text(row.FloodZone),
    Zoning: text(row.Zoning),
    SchoolDistrict: text(row.SchoolDistrict),
    sales: SaleDate && SalePrice ? [{ date: text(SaleDate), price: Number(SalePrice), buyer: text(Buyer) }] : [],
    loans: LoanDate && LoanAmount ? [{ date: text(LoanDate), amount: Number(LoanAmount), lender: text(Lender) }] : [],
    taxes:
      TaxYear && TaxAssessedValue && TaxAnnualAmount
        ? [{ year: Number(TaxYear), assessed: Number(TaxAssessedValue), tax: Number(TaxAnnualAmount) }]
        : [],
  };
}
