import {
  ADJUSTMENTS_SAID,
  adjustmentsOf,
  dollars,
  effectsOf,
  priceRange,
  sayAdjustment,
  sayRange,
  sayWhy,
} from '@perambula/core';
import type { ListingRecord, PriceModel, PriceRange } from '@perambula/core';
import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { isoDate, street } from '../../shared/format.js';
import { usePriceModel } from './comps.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ValueRange.module.css';

const cx = classesOf(ownCss);

/** What is worked out of the sales that are ticked; undefined until it is known. */
export interface Worth {
  readonly model: PriceModel | null;
  /** null where it takes more sales. */
  readonly range: PriceRange | null;
}

/** What a home may be worth by the sales among some homes. Rents are no prices. */
export function useWorth(subject: ListingRecord | null, homes: readonly ListingRecord[], today: string): Worth | undefined {
  const type = subject?.['PropertyType'];
  const { data } = usePriceModel(typeof type === 'string' && type !== 'Residential Lease' ? type : null);
  return useMemo(() => {
    if (!data || !subject) return undefined;
    return { model: data.model, range: data.model && priceRange(subject, homes, data.model, today) };
  }, [data, subject, homes, today]);
}

/** The range, and where it comes from. */
export const ValueRange = memo(function ValueRange({
  subject,
  worth: { model, range },
}: {
  readonly subject: ListingRecord;
  readonly worth: Worth;
}) {
  return (
    <section aria-label="What it may be worth" className={cx('value')}>
      <h2>What it may be worth</h2>
      {model && range ? (
        <>
          <p className={cx('amount')}>{sayRange(range)}</p>
          <p>{sayWhy(range, model, street(subject))}</p>
          <p>
            <b>This is no appraisal</b>, and for you only. The sales, each adjusted, stand below the homes.
          </p>
        </>
      ) : (
        <p className="soft">
          {model
            ? 'It takes three closed homes that are ticked, and the living area of each.'
            : 'Too few homes of its kind have been sold to tell.'}
        </p>
      )}
    </section>
  );
});

interface SalesProps {
  readonly subject: ListingRecord;
  readonly homes: readonly ListingRecord[];
  readonly model: PriceModel;
  readonly range: PriceRange;
}

/** Each sale, brought to what the subject has, and what each fact adds to a price. */
export const AdjustedSales = memo(function AdjustedSales({ subject, homes, model, range }: SalesProps) {
  const names = new Map(homes.map((home) => [home.ListingKey, street(home)]));
  const columns = adjustmentsOf(range.sales);
  return (
    <section aria-label="The sales, adjusted" className={cx('adjusted')}>
      <h2>Each sale, brought to what {street(subject)} has</h2>
      <div className={cx('scrolls')}>
        <table className={cx('sales')}>
          <thead>
            <tr>
              <th scope="col">Home</th>
              <th scope="col">paid</th>
              {columns.map((column) => (
                <th scope="col" key={column}>
                  {ADJUSTMENTS_SAID[column]}
                </th>
              ))}
              <th scope="col">adjusted</th>
            </tr>
          </thead>
          <tbody>
            {range.sales.map(({ listingKey, paid, adjustments, adjusted }) => (
              <tr key={listingKey}>
                <th scope="row">
                  <Link to={`/listings/${listingKey}`}>{names.get(listingKey)}</Link>
                </th>
                <td>{dollars(paid)}</td>
                {columns.map((column) => (
                  <td key={column}>{sayAdjustment(adjustments[column])}</td>
                ))}
                <td>
                  <b>{dollars(adjusted)}</b>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <details className={cx('effects')}>
        <summary>What each fact adds to a price here</summary>
        <p className="soft">
          By {model.sales.toLocaleString('en-US')} sales from {isoDate(model.from)} to {isoDate(model.to)}, all other facts alike.
          Towns and kinds are told apart as well.
        </p>
        <table>
          <tbody>
            {effectsOf(model).map(({ step, adds, told }) => (
              <tr key={step}>
                <th scope="row">{step}</th>
                <td>{adds}</td>
                <td className="soft">{told}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
});
