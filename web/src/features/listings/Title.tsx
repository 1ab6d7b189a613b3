import { dollars, pricePerSquareFootOf } from '@perambula/core';
import type { HomeHistory, ListingRecord } from '@perambula/core';
import { ago, facts, price, street, timeOnMarket } from '../../shared/format.js';
import { Status } from '../../shared/status.js';
import { sayForSale, sayLastPrice } from './history.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Title.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly listing: ListingRecord;
  readonly history: HomeHistory;
  readonly now: string;
}

/** What it costs and what it was, where it is, how it stands, and for how long it has really been for sale. */
export function Title({ listing, history, now }: Props) {
  const time = timeOnMarket(listing, now);
  const perFoot = pricePerSquareFootOf(listing);
  const life = history.lives.find(({ listingKey }) => listingKey === listing.ListingKey);
  const moved = sayLastPrice(life);
  const isClosed = listing['StandardStatus'] === 'Closed' && typeof listing['ClosePrice'] === 'number';
  const joined = life === history.lives[0] ? sayForSale(history) : null;
  return (
    <div className={cx('title')}>
      <div>
        <p className={cx('price')}>{isClosed ? dollars(Number(listing['ClosePrice'])) : price(listing)}</p>
        {isClosed && <p className="soft figure">asked: {price(listing)}</p>}
        {moved && !isClosed && (
          <p className="figure">
            {moved.text} <span className="soft">{ago(moved.at, now)}</span>
          </p>
        )}
        <p className="soft figure">
          {perFoot === null ? '' : `${dollars(perFoot)} per sq ft · `}listing no. {String(listing['ListingId'])}
        </p>
      </div>
      <div>
        <h1>{[street(listing), listing['City']].filter(Boolean).join(', ')}</h1>
        <p>
          <Status status={String(listing['StandardStatus'])} /> {time !== null && <span className="soft">· {time}</span>}
        </p>
        {joined && <p className={cx('joined')}>{joined}</p>}
        <p className="soft figure">{facts(listing)}</p>
      </div>
    </div>
  );
}
