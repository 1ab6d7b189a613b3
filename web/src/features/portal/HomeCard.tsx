import type { PortalCard, PortalHome } from '@perambula/contract';
import { Link, useSearchParams } from 'react-router';
import { Leafed, useLeaf } from '../../shared/Leafed.js';
import { Picture } from '../../shared/Picture.js';
import { Chip } from './Chips.js';
import { besideOf, withBeside } from './portal.rules.js';
import type { Tab } from './portal.rules.js';
import { Verdicts } from './Verdicts.js';
import { Visit } from './Visit.js';
import { Credit, WhatItIs } from './WhatItIs.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './HomeCard.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly home: PortalHome;
  readonly card: PortalCard;
  readonly now: string;
  /** The tab under which it stands, to come back to. */
  readonly tab: Tab;
}

/** A home told to a household in short: it opens to a page of its own. */
export function HomeCard({ home, card, now, tab }: Props) {
  const { listing, address } = card;
  const leaf = useLeaf(Number(listing['PhotosCount'] ?? 1));
  const page = `/p/home/${home.listingKey}?show=${tab}`;
  return (
    <article className={cx('home')} aria-label={address}>
      <Leafed leaf={leaf}>
        <Link to={page} className={cx('picture')} onKeyDown={leaf.onKeyDown} aria-label={`${address}: all about it`}>
          <Picture listingKey={home.listingKey} index={leaf.index} alt="" />
          <span className={cx('why')}>{home.why}</span>
        </Link>
      </Leafed>
      <div className={cx('text')}>
        <WhatItIs card={card} page={page} />
        <Verdicts home={home} />
        <Visit home={home} times={[]} now={now} />
        <PutBeside listingKey={home.listingKey} address={address} />
        <Credit listing={listing} now={now} />
      </div>
    </article>
  );
}

/** Puts a home to those that are to stand side by side, or takes it out of them. */
function PutBeside({ listingKey, address }: { readonly listingKey: string; readonly address: string }) {
  const [params, setParams] = useSearchParams();
  return (
    <div className={cx('beside')}>
      <Chip
        pressed={besideOf(params).includes(listingKey)}
        label={`${address} side by side with others`}
        onPress={() => setParams(withBeside(params, listingKey), { replace: true, preventScrollReset: true })}
      >
        Side by side
      </Chip>
    </div>
  );
}
