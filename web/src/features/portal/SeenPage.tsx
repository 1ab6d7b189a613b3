import type { Portal, PortalCard, PortalHome } from '@perambula/contract';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { Picture } from '../../shared/Picture.js';
import { NotOpened, Opening } from './NotOpened.js';
import { PageBar } from './PageBar.js';
import { isSaidSince, seenLately } from './portal.rules.js';
import { Problem } from './Problem.js';
import { useCards, usePortal } from './portal.api.js';
import { Verdicts } from './Verdicts.js';
import { Credit, WhatItIs } from './WhatItIs.js';
import portalCss from './portal.module.css';
import ownCss from './SeenPage.module.css';

const cx = classesOf(portalCss, ownCss);

/** What somebody thinks of the homes that they saw: a tap each, and why if they like. */
export function SeenPage() {
  const portal = usePortal(undefined);
  if (portal.isPending) return <Opening what="Opening the homes you saw …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  return <Seen portal={portal.data} />;
}

function Seen({ portal }: { readonly portal: Portal }) {
  const { agent, homes, now } = portal;
  const days = seenLately(homes, now);
  const seen = [...days.values()].flat();
  const cards = useCards(seen.map(({ listingKey }) => listingKey));
  const first = agent.name.split(' ')[0] ?? agent.name;
  const open = seen.filter((home) => !isSaidSince(home)).length;
  return (
    <div className={cx('portal')}>
      <PageBar to="/p" back="All your homes">
        <span>
          <b>{agent.name}</b>
          <span className="soft">{agent.officeName}</span>
        </span>
      </PageBar>
      <main className={cx('seen')}>
        <h1>{seen.length === 1 ? 'How was it?' : 'How were they?'}</h1>
        {seen.length === 0 ? (
          <p>
            You saw no home in the last two weeks. What you see with {first} stands here that evening.{' '}
            <Link to="/p">All your homes</Link>
          </p>
        ) : (
          <p className="soft">A tap each is enough, and why, if you like. {first} sees it at once.</p>
        )}
        {seen.length > 0 && cards.isPending && <Opening what="Opening the homes …" />}
        <Problem error={cards.error} retry={() => void cards.refetch()} />
        {cards.data &&
          [...days].map(([on, of]) => (
            <section key={on} aria-label={on}>
              <h2>{on}</h2>
              {of.map((home) => {
                const card = cards.data.find(({ listing }) => listing.ListingKey === home.listingKey);
                return card && <Home key={home.listingKey} home={home} card={card} now={now} />;
              })}
            </section>
          ))}
        {seen.length > 0 && (
          <p role="status" className={cx('done')}>
            {open > 0 ? (
              `${open} of ${seen.length} still to say.`
            ) : (
              <>
                Thank you, that is all. <Link to="/p">All your homes</Link>
              </>
            )}
          </p>
        )}
      </main>
    </div>
  );
}

function Home({ home, card, now }: { readonly home: PortalHome; readonly card: PortalCard; readonly now: string }) {
  return (
    <article className={cx('home')} aria-label={card.address}>
      <div className={cx('what')}>
        <Link to={`/p/home/${home.listingKey}`} className={cx('picture')} tabIndex={-1} aria-hidden="true">
          <Picture listingKey={home.listingKey} alt="" />
        </Link>
        <div>
          <WhatItIs card={card} page={`/p/home/${home.listingKey}`} />
        </div>
      </div>
      {home.reaction && !isSaidSince(home) && (
        <p className={cx('before')}>So you said before you saw it. Still so? Tap it again.</p>
      )}
      <Verdicts home={home} />
      <Credit listing={card.listing} now={now} />
    </article>
  );
}
