import type { PortalHome } from '@perambula/contract';
import { useEffect, useRef, useState } from 'react';
import { messageOf } from '../../shared/http.js';
import { classesOf } from '../../shared/classes.js';
import { HomeCard } from './HomeCard.js';
import { useCards } from './portal.api.js';
import type { Tab } from './portal.rules.js';
import portalCss from './portal.module.css';

const cx = classesOf(portalCss);

const ON_A_PAGE = 12;

interface Props {
  readonly homes: readonly PortalHome[];
  readonly now: string;
  readonly tab: Tab;
}

/** Homes in pages: the next comes as the reader gets near it. */
export function HomesInPages({ homes, now, tab }: Props) {
  const [pages, setPages] = useState(1);
  const end = useRef<HTMLButtonElement>(null);
  const more = homes.length - pages * ON_A_PAGE;
  useEffect(() => {
    if (!end.current || typeof IntersectionObserver === 'undefined') return;
    const observer = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) setPages(pages + 1);
      },
      { rootMargin: '900px' },
    );
    observer.observe(end.current);
    return () => observer.disconnect();
  }, [pages, more]);
  return (
    <>
      {Array.from({ length: Math.min(pages, Math.ceil(homes.length / ON_A_PAGE)) }, (_, i) => (
        <PageOfHomes key={i} homes={homes.slice(i * ON_A_PAGE, (i + 1) * ON_A_PAGE)} now={now} tab={tab} />
      ))}
      {more > 0 && (
        <button ref={end} type="button" className={cx('portal-button')} onClick={() => setPages(pages + 1)}>
          {more} more
        </button>
      )}
    </>
  );
}

function PageOfHomes({ homes, now, tab }: Props) {
  const cards = useCards(homes.map(({ listingKey }) => listingKey));
  if (cards.isPending)
    return (
      <p className={cx('portal-wait')} role="status">
        Opening {homes.length === 1 ? 'a home' : `${homes.length} homes`} …
      </p>
    );
  if (cards.isError)
    return (
      <p className={cx('portal-problem')} role="alert">
        {messageOf(cards.error)}{' '}
        <button type="button" className={cx('portal-button')} onClick={() => void cards.refetch()}>
          Try again
        </button>
      </p>
    );
  return homes.map((home) => {
    const card = cards.data.find(({ listing }) => listing.ListingKey === home.listingKey);
    return card && <HomeCard key={home.listingKey} home={home} card={card} now={now} tab={tab} />;
  });
}
