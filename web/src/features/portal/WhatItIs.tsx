import type { PortalCard, PublicCard } from '@perambula/contract';
import { Link } from 'react-router';
import { ago, facts, price } from '../../shared/format.js';
import { Status } from '../../shared/status.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './WhatItIs.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly card: PortalCard | PublicCard;
  /** Where all about it stands, unless this is there. */
  readonly page?: string;
}

/** What a home costs, how it stands, where it is, and its facts in a line. */
export function WhatItIs({ card: { listing, address }, page }: Props) {
  return (
    <>
      <p className={cx('line')}>
        <span className={cx('price')}>{price(listing)}</span> <Status status={String(listing['StandardStatus'])} />
      </p>
      <p className="strong">{page ? <Link to={page}>{address}</Link> : address}</p>
      <p className="soft">{facts(listing)}</p>
    </>
  );
}

/** Whose listing it is, and of when. */
export function Credit({ listing, now }: Pick<Props['card'], 'listing'> & { readonly now: string }) {
  return (
    <p className={cx('credit')}>
      Listed by {String(listing['ListOfficeName'])}, {String(listing['ListOfficePhone'])} · updated{' '}
      {ago(String(listing['ModificationTimestamp']), now)}
    </p>
  );
}
