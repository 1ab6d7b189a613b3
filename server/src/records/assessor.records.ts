import type { PublicRecord } from '@perambula/contract';
import { isSameAddress, parcelKey } from '@perambula/core';
import type { ParcelRow } from '@perambula/core';
import type { DataSource } from 'typeorm';
import { ParcelRecordRow } from './parcel.entity.js';
import { PublicRecords } from './publicRecords.js';

/** What the assessor's file says, as it was last read. */
export class AssessorRecords extends PublicRecords {
  constructor(private readonly database: DataSource) {
    super();
  }

  async find(parcelNumber: string): Promise<PublicRecord | null> {
    const row = await this.database.getRepository(ParcelRecordRow).findOneBy({ parcelKey: parcelKey(parcelNumber) });
    return row && recordOf(row.data);
  }
}

function recordOf({ SaleDate, SalePrice, Buyer, LoanDate, LoanAmount, Lender, ...row }: ParcelRow): PublicRecord {
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
