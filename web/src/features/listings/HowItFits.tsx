import { fieldOf, inReach, isEither, judge, phraseOf, valueOf } from '@perambula/core';
import type { ListingRecord, Search } from '@perambula/core';
import { Check, HelpCircle, X } from 'lucide-react';
import { zone } from '../../shared/format.js';
import { shownValue } from './shownValue.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './HowItFits.module.css';

const cx = classesOf(ownCss);

/** How a home fits each line of a search, and its bounds. */
export function HowItFits({
  listing,
  search,
  name,
  now,
}: {
  readonly listing: ListingRecord;
  readonly search: Search;
  readonly name: string;
  readonly now: string;
}) {
  const verdict = judge(search, listing, { now: Date.parse(now), zone: zone() });
  const rows = verdict.lines.flatMap(({ line, truth }) => {
    if (isEither(line)) return [{ id: line.id, label: 'Either', truth, value: phraseOf(line) }];
    const field = fieldOf(line.field);
    return field
      ? [{ id: line.id, label: field.label, truth, value: shownValue(valueOf(field, listing), field.type === 'money') }]
      : [];
  });
  const where =
    search.bounds.length > 0
      ? [
          {
            id: 'where',
            label: 'Where',
            truth: verdict.keepIn === false || verdict.keepOut === false ? false : verdict.keepIn,
            value: verdict.keepIn === false ? 'outside' : verdict.keepOut === false ? 'kept out' : 'inside',
          },
        ]
      : [];
  return (
    <section>
      <h2>How it fits {name}</h2>
      {!inReach(search, listing) && <p className="chip chip-wait">Not of the kinds or statuses searched</p>}
      <ul className={cx('fits')}>
        {[...where, ...rows].map(({ id, label, truth, value }) => (
          <li key={id}>
            {truth === true ? (
              <Check size={15} className={cx('fits-yes')} aria-label="fits" />
            ) : truth === null ? (
              <HelpCircle size={15} className={cx('fits-unknown')} aria-label="unknown" />
            ) : (
              <X size={15} className={cx('fits-no')} aria-label="does not fit" />
            )}
            <span>{label}</span>
            <b className={cx(truth === null ? 'fits-unknown' : '')}>{value}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}
