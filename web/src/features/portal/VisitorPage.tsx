import type { PublicCard, VisitorPage as Page } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { useMemo } from 'react';
import type { ReactNode } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { thousands } from '../../shared/format.js';
import { Picture } from '../../shared/Picture.js';
import { deployment } from '../../shared/deployment.js';
import { HearOfMore } from './HearOfMore.js';
import { NotOpened, Opening } from './NotOpened.js';
import { Problem } from './Problem.js';
import { Credit, WhatItIs } from './WhatItIs.js';
import { useVisitorHomes, useVisitorPage } from './visitor.api.js';
import { paramsOf, searchOfWishes, wishesOf } from './visitor.rules.js';
import { WishesForm } from './WishesForm.js';
import portalCss from './portal.module.css';
import cardCss from './HomeCard.module.css';
import ownCss from './VisitorPage.module.css';

const cx = classesOf(portalCss, cardCss, ownCss);

/** An agent's page for whoever comes of their own accord: a few wishes, the homes that fit, and to hear of more. */
export function VisitorPage() {
  const { agent = '' } = useParams();
  const page = useVisitorPage(agent);
  if (page.isPending) return <Opening what="Opening …" />;
  if (page.isError) return <NotOpened error={page.error} />;
  return <Opened name={agent} page={page.data} />;
}

function Opened({ name, page: { agent, towns, now } }: { readonly name: string; readonly page: Page }) {
  const [params, setParams] = useSearchParams();
  const wishes = useMemo(() => wishesOf(params), [params]);
  const search = searchOfWishes(wishes);
  return (
    <div className={cx('portal')}>
      <header className={cx('head')}>
        <div className={cx('agent')}>
          <span>
            <b>{agent.officeName}</b>
            <span className="soft">{agent.name}</span>
          </span>
          <a className={cx('portal-button')} href={`tel:${agent.phone}`}>
            Call {agent.phone}
          </a>
        </div>
        <h1>What are you looking for?</h1>
        <WishesForm wishes={wishes} towns={towns} onChange={(next) => setParams(paramsOf(next), { replace: true })} />
      </header>
      <Homes name={name} search={search} now={now}>
        <HearOfMore name={name} search={search} first={agent.name.split(' ')[0] ?? agent.name} />
      </Homes>
      <footer className={cx('foot')}>
        <p>
          {agent.name}, {agent.officeName}, {agent.postalAddress}. License {agent.licenseNumber}.
        </p>
        <p>{deployment().notice}</p>
        <p className={cx('equal-housing')}>Equal housing opportunity.</p>
      </footer>
    </div>
  );
}

interface HomesProps {
  readonly name: string;
  readonly search: Search;
  readonly now: string;
  /** What stands after them. */
  readonly children: ReactNode;
}

/** How many fit, always in sight, and the homes. */
function Homes({ name, search, now, children }: HomesProps) {
  const homes = useVisitorHomes(name, search);
  const pages = homes.data?.pages ?? [];
  const { fit = 0, isMore = false } = pages[0] ?? {};
  return (
    <>
      <p className={cx('count')} role="status">
        {homes.isPending
          ? 'Counting …'
          : fit === 0
            ? 'No home on the market fits this now. Ask to hear when one comes.'
            : `${isMore ? 'More than ' : ''}${thousands(fit)} ${fit === 1 ? 'home fits' : 'homes fit'} now.`}
      </p>
      <main className={cx('homes')}>
        <Problem error={homes.error} retry={() => void homes.refetch()} />
        {pages
          .flatMap(({ cards }) => cards)
          .map((card) => (
            <HomeInShort key={card.listing.ListingKey} card={card} now={now} />
          ))}
        {homes.hasNextPage && (
          <button
            type="button"
            className={cx('portal-button is-wide')}
            disabled={homes.isFetchingNextPage}
            onClick={() => void homes.fetchNextPage()}
          >
            Show more
          </button>
        )}
        {children}
      </main>
    </>
  );
}

function HomeInShort({ card, now }: { readonly card: PublicCard; readonly now: string }) {
  return (
    <article className={cx('home')} aria-label={card.address}>
      <span className={cx('picture')}>
        <Picture listingKey={card.listing.ListingKey} alt="" />
      </span>
      <div className={cx('text')}>
        <WhatItIs card={card} />
        <Credit listing={card.listing} now={now} />
      </div>
    </article>
  );
}
