import type { PublicRecord } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { isoDate } from '../../shared/format.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { usePublicRecord } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';

const cx = classesOf(listingsCss);

/** What the record leaves out. */
const BLANK = '–';

/** What the county's offices know of the parcel. For the agent only. */
export function ParcelRecord({ listingKey }: { readonly listingKey: string }) {
  const answer = usePublicRecord(listingKey);
  return (
    <section className={cx('parcel-record')} aria-label="Public record">
      <h2>Public record</h2>
      {answer.isPending && <Waiting what="Looking it up …" />}
      {answer.isError && <Failed error={answer.error} retry={() => void answer.refetch()} />}
      {answer.data &&
        (answer.data.record ? (
          <RecordFacts record={answer.data.record} />
        ) : (
          <p className="soft">The county has no parcel under this listing’s number.</p>
        ))}
    </section>
  );
}

/** The record’s own words, fact by fact. */
export function RecordFacts({ record }: { readonly record: PublicRecord }) {
  const [loan] = record.loans;
  return (
    <>
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
        <Fact label="Zoning">{record.Zoning || BLANK}</Fact>
        <Fact label="School district">{record.SchoolDistrict || BLANK}</Fact>
        {record.taxes.map(({ year, assessed, tax }) => (
          <Fact label={`Taxes ${year}`} key={year}>
            {dollars(tax)} <span className="tight">assessed {dollars(assessed)}</span>
          </Fact>
        ))}
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
