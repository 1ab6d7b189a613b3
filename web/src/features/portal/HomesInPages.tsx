import type { PortalHome } from '@perambula/contract';
import { useEffect, useRef, useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { HomeCard } from './HomeCard.js';
import { Problem } from './Problem.js';
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
  // before the last page stands, its end is not where it will be
  const { isSuccess } = useCards(keysOf(pageOf(homes, pages - 1)));
  useEffect(() => {
    if (!isSuccess || !end.current || typeof IntersectionObserver === 'undefined') return;
    const observer = new IntersectionObserver(
      ([entry]) => {
        if (entry?.isIntersecting) setPages(pages + 1);
      },
      { rootMargin: '900px' },
    );
    observer.observe(end.current);
    return () => observer.disconnect();
  }, [pages, more, isSuccess]);
  return (
    <>
      {Array.from({ length: Math.min(pages, Math.ceil(homes.length / ON_A_PAGE)) }, (_, i) => (
        <PageOfHomes key={i} homes={pageOf(homes, i)} now={now} tab={tab} />
      ))}
      {more > 0 && (
        <button ref={end} type="button" className={cx('portal-button')} onClick={() => setPages(pages + 1)}>
          {more} more
        </button>
      )}
    </>
  );
}

const pageOf = (homes: readonly PortalHome[], i: number): readonly PortalHome[] =>
  homes.slice(i * ON_A_PAGE, (i + 1) * ON_A_PAGE);
const keysOf = (homes: readonly PortalHome[]): readonly string[] => homes.map(({ listingKey }) => listingKey);

function PageOfHomes({ homes, now, tab }: Props) {
  const cards = useCards(keysOf(homes));
  if (cards.isPending)
    return (
      <p className={cx('portal-wait')} role="status">
        Opening {homes.length === 1 ? 'a home' : `${homes.length} homes`} …
      </p>
    );
  if (cards.isError) return <Problem error={cards.error} retry={() => void cards.refetch()} />;
  return homes.map((home) => {
    const card = cards.data.find(({ listing }) => listing.ListingKey === home.listingKey);
    return card && <HomeCard key={home.listingKey} home={home} card={card} now={now} tab={tab} />;
  });
}
