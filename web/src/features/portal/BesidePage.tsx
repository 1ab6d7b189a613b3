import type { Portal, PortalCard } from '@perambula/contract';
import { homesTable } from '@perambula/core';
import { Link, useSearchParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { besideOf, VERDICT_LABEL } from './portal.rules.js';
import { NotOpened, Opening } from './NotOpened.js';
import { PageBar } from './PageBar.js';
import { Problem } from './Problem.js';
import { useCards, usePortal } from './portal.api.js';
import { Credit } from './WhatItIs.js';
import portalCss from './portal.module.css';
import barCss from './HomePage.module.css';
import ownCss from './BesidePage.module.css';

const cx = classesOf(portalCss, barCss, ownCss);

/** Two to four homes side by side: what each is, fact by fact. */
export function BesidePage() {
  const portal = usePortal(undefined);
  if (portal.isPending) return <Opening what="Opening your homes …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  return <Beside portal={portal.data} />;
}

function Beside({ portal }: { readonly portal: Portal }) {
  const [params] = useSearchParams();
  const keys = besideOf(params).filter((key) => portal.homes.some(({ listingKey }) => listingKey === key));
  const cards = useCards(keys);
  return (
    <div className={cx('portal')}>
      <PageBar to={`/p?${params.toString()}`} back="Back to your homes">
        <h1 className={cx('title')}>Side by side</h1>
        <span />
      </PageBar>
      <main className={cx('sheet')}>
        {keys.length < 2 && <p>Choose two homes or more among yours, by “Side by side” below each.</p>}
        {keys.length >= 2 && cards.isPending && <Opening what="Opening the homes …" />}
        <Problem error={cards.error} retry={() => void cards.refetch()} />
        {keys.length >= 2 && cards.data && <Compared cards={cards.data} portal={portal} />}
      </main>
    </div>
  );
}

function Compared({ cards, portal }: { readonly cards: readonly PortalCard[]; readonly portal: Portal }) {
  const { heads, rows } = homesTable(
    cards.map(({ listing }) => listing),
    false,
  );
  const said = (key: string): string => {
    const verdict = portal.homes.find(({ listingKey }) => listingKey === key)?.reaction?.verdict;
    return verdict ? VERDICT_LABEL[verdict] : '';
  };
  return (
    <table className={cx(`table of-${cards.length}`)}>
      <caption className="sr-only">Homes side by side</caption>
      <thead>
        <tr>
          <th scope="col" className="sr-only">
            Fact
          </th>
          {cards.map(({ listing, address }) => (
            <th key={listing.ListingKey} scope="col">
              <Link to={`/p/home/${listing.ListingKey}`}>
                <span className={cx('picture')}>
                  <Picture listingKey={listing.ListingKey} alt="" />
                </span>
                {address}
              </Link>
              <Status status={String(listing['StandardStatus'])} />
              <span className="soft">{said(listing.ListingKey)}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {heads.map((head, column) => {
          const values = rows.map((row) => row[column] ?? '–');
          return (
            <tr key={head} className={cx(new Set(values).size === 1 ? 'is-same' : '')}>
              <th scope="row">{head}</th>
              {values.map((value, i) => (
                <td key={cards[i]?.listing.ListingKey}>{value}</td>
              ))}
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" className="sr-only">
            Source
          </th>
          {cards.map(({ listing }) => (
            <td key={listing.ListingKey}>
              <Credit listing={listing} now={portal.now} />
            </td>
          ))}
        </tr>
      </tfoot>
    </table>
  );
}
