import type { Portal, PortalCard } from '@perambula/contract';
import { ArrowDown, ArrowUp, ArrowUpToLine } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { Picture } from '../../shared/Picture.js';
import { NotOpened, Opening } from './NotOpened.js';
import { PageBar } from './PageBar.js';
import { stepped } from './portal.rules.js';
import { Problem } from './Problem.js';
import { useCards, useDropShared, useOrderShared, usePortal } from './portal.api.js';
import { Credit, WhatItIs } from './WhatItIs.js';
import portalCss from './portal.module.css';
import ownCss from './ListPage.module.css';

const cx = classesOf(portalCss, ownCss);

/** A shortlist that the agent shares, put in order and thinned out by its household. */
export function ListPage() {
  const { shortlistId } = useParams();
  const portal = usePortal(undefined);
  if (portal.isPending) return <Opening what="Opening the shortlist …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  const list = portal.data.shortlists.find(({ id }) => id === shortlistId);
  return list ? (
    <List portal={portal.data} list={list} />
  ) : (
    <main className={cx('one-button')}>
      <h1>This shortlist is not shared any more</h1>
      <p>
        <Link to="/p">All your homes</Link>
      </p>
    </main>
  );
}

interface Props {
  readonly portal: Portal;
  readonly list: Portal['shortlists'][number];
}

function List({ portal, list }: Props) {
  const order = useOrderShared(list.id);
  const drop = useDropShared(list.id);
  /** The homes as they stood when the page was opened: what is taken off stays in sight, to be put back. */
  const [all, setAll] = useState(list.keys);
  const cards = useCards(all);
  const first = portal.agent.name.split(' ')[0] ?? portal.agent.name;
  const isOn = (key: string): boolean => list.keys.includes(key);
  const keep = (next: readonly string[]): void => {
    setAll(next);
    order.mutate(next);
  };
  return (
    <div className={cx('portal')}>
      <PageBar to="/p" back="All your homes">
        <h1 className={cx('title')}>{list.name}</h1>
      </PageBar>
      <main className={cx('list')}>
        {all.length === 0 ? (
          <p>Nothing stands on it yet. What {first} puts on it comes here by itself.</p>
        ) : (
          <p className="soft">Put the one you like most first, and take off what is not for you. {first} sees it at once.</p>
        )}
        {all.length > 0 && cards.isPending && <Opening what="Opening the homes …" />}
        <Problem error={cards.error} retry={() => void cards.refetch()} />
        <Problem error={order.error ?? drop.error} />
        <ol>
          {all.map((key, i) => {
            const card = cards.data?.find(({ listing }) => listing.ListingKey === key);
            if (!card) return null;
            return isOn(key) ? (
              <li key={key} className={cx('row')}>
                <Home card={card} number={all.filter(isOn).indexOf(key) + 1} now={portal.now} />
                <div className={cx('acts')}>
                  <button
                    type="button"
                    className={cx('portal-button')}
                    aria-label={`${card.address} to the top`}
                    disabled={i === 0}
                    onClick={() => keep([key, ...all.filter((each) => each !== key)])}
                  >
                    <ArrowUpToLine size={18} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    className={cx('portal-button')}
                    aria-label={`${card.address} further up`}
                    disabled={i === 0}
                    onClick={() => keep(stepped(all, key, -1))}
                  >
                    <ArrowUp size={18} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    className={cx('portal-button')}
                    aria-label={`${card.address} further down`}
                    disabled={i === all.length - 1}
                    onClick={() => keep(stepped(all, key, 1))}
                  >
                    <ArrowDown size={18} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    className={cx('portal-button')}
                    disabled={drop.isPending}
                    aria-label={`Take ${card.address} off`}
                    onClick={() => drop.mutate({ key, dropped: true })}
                  >
                    Take it off
                  </button>
                </div>
              </li>
            ) : (
              <li key={key} className={cx('row is-off')}>
                <p>
                  <b>{card.address}</b> is off the list.
                </p>
                <button
                  type="button"
                  className={cx('portal-button')}
                  disabled={drop.isPending}
                  onClick={() => drop.mutate({ key, dropped: false })}
                >
                  Put it back
                </button>
              </li>
            );
          })}
        </ol>
      </main>
    </div>
  );
}

function Home({ card, number, now }: { readonly card: PortalCard; readonly number: number; readonly now: string }) {
  const page = `/p/home/${card.listing.ListingKey}`;
  return (
    <>
      <div className={cx('what')}>
        <span className={cx('number figure')}>{number}</span>
        <Link to={page} className={cx('picture')} tabIndex={-1} aria-hidden="true">
          <Picture listingKey={card.listing.ListingKey} alt="" />
        </Link>
        <div>
          <WhatItIs card={card} page={page} />
        </div>
      </div>
      <Credit listing={card.listing} now={now} />
    </>
  );
}
