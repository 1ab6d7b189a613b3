import { isOwnKey } from '@perambula/contract';
import type { Row } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { Checkbox } from 'antd';
import { memo } from 'react';
import { Link } from 'react-router';
import { facts, price, street, timeOnMarket } from '../../../shared/format.js';
import { Leafed, useLeaf } from '../../../shared/Leafed.js';
import { Picture } from '../../../shared/Picture.js';
import { Status } from '../../../shared/status.js';
import { ReadHere } from './ReadHere.js';
import { sayChance } from './reach.rules.js';
import { classesOf } from '../../../shared/classes.js';
import resultsCss from './results.module.css';
import ownCss from './ResultCard.module.css';

const cx = classesOf(resultsCss, ownCss);

interface Props {
  readonly row: Row;
  readonly now: string;
  readonly hovered: boolean;
  readonly chosen: boolean;
  /** What would be nice, by the lines' ids. */
  readonly wishes: ReadonlyMap<string, string>;
  /** Its minutes on each journey, in words. */
  readonly minutes: readonly string[];
  /** How likely it comes within reach, where that is known. */
  readonly chance?: number | undefined;
  readonly onHover: (key: string | null) => void;
  readonly onChoose: (key: string) => void;
}

const WEEK_MS = 7 * 86_400_000;

/** One result: its picture, price, what it is, and what is new or missing about it. */
export const ResultCard = memo(function ResultCard({
  row,
  now,
  hovered,
  chosen,
  wishes,
  minutes,
  chance,
  onHover,
  onChoose,
}: Props) {
  const time = timeOnMarket(row, now);
  const reason = reasonOf(row);
  const leaf = useLeaf(Number(row['PhotosCount'] ?? 1));
  return (
    <article
      className={cx(`result ${hovered ? 'is-hovered' : ''} ${chosen ? 'is-chosen' : ''}`)}
      onMouseEnter={() => onHover(row.ListingKey)}
      onMouseLeave={() => onHover(null)}
    >
      <Leafed leaf={leaf}>
        <Link to={`/listings/${row.ListingKey}`} className={cx('result-picture')} tabIndex={-1} aria-hidden="true">
          <Picture listingKey={row.ListingKey} index={leaf.index} alt="" />
        </Link>
      </Leafed>
      <div className={cx('result-text')}>
        <p className={cx('result-price')}>
          <span className={cx('result-figure')}>{price(row)}</span> {!reason && <News row={row} now={now} />}{' '}
          <Wishes row={row} wishes={wishes} />
        </p>
        {reason && (
          <p className={cx('result-reason')} title={reason}>
            {reason}
          </p>
        )}
        <p>
          <Link to={`/listings/${row.ListingKey}`} className={cx('result-address')} onKeyDown={leaf.onKeyDown}>
            {street(row)},
          </Link>{' '}
          {String(row['City'] ?? '')}
        </p>
        <p className="soft figure">{facts(row)}</p>
        {minutes.map((said) => (
          <p key={said} className={cx('result-minutes figure')}>
            {said}
          </p>
        ))}
        {chance !== undefined && <p className={cx('result-chance figure')}>{sayChance(chance)}</p>}
        <p className={cx('result-status')}>
          <Status status={String(row['StandardStatus'])} /> <span className="soft">{time === null ? '' : `· ${time}`}</span>
        </p>
        <p className={cx('result-credit')}>{isOwnKey(row.ListingKey) ? 'Your own file' : String(row['ListOfficeName'] ?? '')}</p>
      </div>
      <span className={cx('result-choose')}>
        <ReadHere listingKey={row.ListingKey} name={street(row)} />
        <Checkbox checked={chosen} onChange={() => onChoose(row.ListingKey)} aria-label={`Choose ${street(row)}`} />
      </span>
    </article>
  );
});

/** Why a home is none of those that fit. */
function reasonOf({ miss, open }: Row): string | undefined {
  return miss?.text ?? open;
}

/** What a home has of what would be nice. */
function Wishes({ row, wishes }: Pick<Props, 'row' | 'wishes'>) {
  const had = (row.nice ?? []).flatMap((id) => wishes.get(id) ?? []);
  return had.length === 0 ? null : <span className="chip chip-gain">{had.join(', ')}</span>;
}

/** The one thing about a result that is most worth a glance. */
export function News({ row, now }: { readonly row: Row; readonly now: string }) {
  const reason = reasonOf(row);
  if (reason) return <span className="chip chip-wait">{reason}</span>;
  const recently = (field: string): boolean =>
    typeof row[field] === 'string' && Date.parse(now) - Date.parse(row[field]) < WEEK_MS;
  const { ListPrice: asked, PreviousListPrice: before } = row;
  if (recently('PriceChangeTimestamp') && typeof asked === 'number' && typeof before === 'number') {
    return asked < before ? (
      <span className="chip chip-gain">cut {dollars(before - asked)}</span>
    ) : (
      <span className="chip chip-wait">raised {dollars(asked - before)}</span>
    );
  }
  return recently('OriginalEntryTimestamp') ? <span className="chip chip-new">new</span> : null;
}
