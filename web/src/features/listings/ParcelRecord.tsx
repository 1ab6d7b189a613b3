import type { PublicRecord, RecordAnswer } from '@perambula/contract';
import { dollars, plainNumber } from '@perambula/core';
import { TriangleAlert } from 'lucide-react';
import { isoDate } from '../../shared/format.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { usePublicRecord } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';
import ownCss from './ParcelRecord.module.css';

const cx = classesOf(listingsCss, ownCss);

/** What the record leaves out. */
const BLANK = '–';

/** What the county's offices know of the parcel, and where the listing says otherwise. For the agent only. */
export function ParcelRecord({ listingKey }: { readonly listingKey: string }) {
  const answer = usePublicRecord(listingKey);
  return (
    <section className={cx('parcel-record')} aria-label="Public record">
      <h2>Public record</h2>
      {answer.isPending && <Waiting what="Looking it up …" />}
      {answer.isError && <Failed error={answer.error} retry={() => void answer.refetch()} />}
      {answer.data &&
        (answer.data.record ? (
          <Found record={answer.data.record} differences={answer.data.differences} />
        ) : (
          <p className="soft">The county has no parcel under this listing’s number.</p>
        ))}
    </section>
  );
}

function Found({ record, differences }: RecordAnswer & { readonly record: PublicRecord }) {
  const [tax] = record.taxes;
  const [loan] = record.loans;
  return (
    <>
      {differences.length > 0 && (
        <table className={cx('differs')}>
          <caption>
            <TriangleAlert size={14} aria-hidden="true" /> Says otherwise than the listing: verify
          </caption>
          <thead>
            <tr>
              <th />
              <th>Listing</th>
              <th>Record</th>
            </tr>
          </thead>
          <tbody>
            {differences.map(({ field, label, unit, listed, recorded }) => (
              <tr key={field}>
                <th scope="row">{label}</th>
                <td className="figure">{said(field, listed, unit)}</td>
                <td className="figure">{said(field, recorded, unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <dl className={cx('facts')}>
        <Fact label="Owner">
          {record.OwnerName || BLANK}
          {record.OwnerAway && <span className="tight"> lives elsewhere: {record.OwnerMailingAddress}</span>}
        </Fact>
        <Fact label="Flood zone">
          {record.FloodZone === ''
            ? BLANK
            : record.FloodZone === 'X'
              ? 'X, outside the mapped flood area'
              : `${record.FloodZone}, within the mapped flood area`}
        </Fact>
        <Fact label="School district">{record.SchoolDistrict || BLANK}</Fact>
        {tax && (
          <Fact label="Assessed">
            {dollars(tax.assessed)} <span className="tight">{`${tax.year}; taxes ${dollars(tax.tax)}`}</span>
          </Fact>
        )}
        {loan && (
          <Fact label="Last loan">
            {dollars(loan.amount)} <span className="tight">{[loan.lender, isoDate(loan.date)].filter(Boolean).join(', ')}</span>
          </Fact>
        )}
        {record.sales.map(({ date, price, buyer }) => (
          <Fact label="Sold" key={date}>
            {dollars(price)} <span className="tight">{buyer ? `${isoDate(date)} to ${buyer}` : isoDate(date)}</span>
          </Fact>
        ))}
      </dl>
    </>
  );
}

function Fact({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <div>
      <dt>{label}</dt>
      <dd className="figure">{children}</dd>
    </div>
  );
}

function said(field: string, value: string | number, unit: string | null): string {
  if (typeof value === 'string') return value;
  const number = field === 'YearBuilt' ? String(value) : plainNumber(value);
  return unit ? `${number} ${unit}` : number;
}
