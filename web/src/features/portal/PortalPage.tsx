import type { Portal, PortalHome } from '@perambula/contract';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { day } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { HomesOnMap } from '../homesMap/index.js';
import { HomeCard } from './HomeCard.js';
import { usePortal } from './portal.api.js';
import { PortalFoot } from './PortalFoot.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './PortalPage.module.css';

const cx = classesOf(portalCss, ownCss);

const TABS = ['new', 'all', 'like', 'unsure', 'visits'] as const;
type Tab = (typeof TABS)[number];

/** A client's own page: the homes told to them, what they think of each, and what they would like to see. */
export function PortalPage() {
  const { token } = useParams();
  const portal = usePortal(token);
  if (portal.isPending)
    return (
      <p className={cx('portal-wait')} role="status">
        Opening your homes …
      </p>
    );
  if (portal.isError) {
    return (
      <main className={cx('one-button')}>
        <h1>This page could not be opened</h1>
        <p>{messageOf(portal.error)}</p>
        <p className={cx('equal-housing')}>Equal housing opportunity.</p>
      </main>
    );
  }
  return <Homes portal={portal.data} />;
}

function Homes({ portal }: { readonly portal: Portal }) {
  const [params, setParams] = useSearchParams();
  const { homes } = portal;
  const asked = params.get('home');
  const of = homesBy(homes);
  const chosen = TABS.find((tab) => tab === params.get('show'));
  const tab: Tab = chosen ?? (of.new.length > 0 ? 'new' : 'all');
  const mapped = params.get('as') === 'map';
  const [picked, setPicked] = useState<string | null>(null);
  // the home that the message's link was about comes first
  const shown = [...of[tab]].sort((a, b) => Number(b.listing.ListingKey === asked) - Number(a.listing.ListingKey === asked));
  return (
    <div className={cx('portal')}>
      <PortalHead portal={portal} fresh={of.new.length}>
        <Tabs of={of} tab={tab} onShow={(show) => setParams({ show, ...(mapped ? { as: 'map' } : {}) }, { replace: true })} />
      </PortalHead>
      <main className={cx('portal-homes')}>
        {shown.length === 0 && (
          <p className={cx('portal-none')}>
            {tab === 'visits' ? 'Homes you ask to see stand here with their time.' : 'No home stands here yet.'}
          </p>
        )}
        {shown.length > 0 && (
          <button
            type="button"
            className={cx('portal-button')}
            onClick={() => setParams({ show: tab, ...(mapped ? {} : { as: 'map' }) }, { replace: true })}
          >
            {mapped ? 'As a list' : 'On the map'}
          </button>
        )}
        {mapped && shown.length > 0 && (
          <>
            <HomesOnMap
              key={tab}
              label="Where these homes lie"
              homes={shown.map(({ listing }) => listing)}
              hovered={picked}
              onOpen={setPicked}
            />
            <p className="soft">Tap a home to see it here.</p>
          </>
        )}
        {(mapped ? shown.filter(({ listing }) => listing.ListingKey === picked) : shown).map((home) => (
          <HomeCard key={home.listing.ListingKey} home={home} now={portal.now} />
        ))}
      </main>
      <PortalFoot portal={portal} />
    </div>
  );
}

interface TabsProps {
  readonly of: HomesBy;
  readonly tab: Tab;
  readonly onShow: (tab: Tab) => void;
}

function Tabs({ of, tab, onShow }: TabsProps) {
  const labels = labelsOf(of);
  return (
    <nav className={cx('portal-tabs')} aria-label="Homes">
      {TABS.map((each) => (
        <button key={each} type="button" aria-current={tab === each} onClick={() => onShow(each)}>
          {labels[each]}
        </button>
      ))}
    </nav>
  );
}

type HomesBy = Readonly<Record<Tab, readonly PortalHome[]>>;

/** The homes under each tab. */
function homesBy(homes: readonly PortalHome[]): HomesBy {
  return {
    new: homes.filter(({ isNew }) => isNew),
    all: homes,
    like: homes.filter(({ reaction }) => reaction?.verdict === 'like'),
    unsure: homes.filter(({ reaction }) => reaction?.verdict === 'unsure'),
    visits: homes.filter(({ showing }) => showing && showing.state !== 'canceled'),
  };
}

function labelsOf(of: HomesBy): Readonly<Record<Tab, string>> {
  return {
    new: `New ${of.new.length}`,
    all: `All ${of.all.length}`,
    like: `Liked ${of.like.length}`,
    unsure: `Unsure ${of.unsure.length}`,
    visits: `Visits ${of.visits.length}`,
  };
}

function PortalHead({
  portal,
  fresh,
  children,
}: {
  readonly portal: Portal;
  readonly fresh: number;
  readonly children: ReactNode;
}) {
  const { agent, searches, lastVisitAt } = portal;
  const title =
    fresh > 0 ? `${fresh} new ${fresh === 1 ? 'home' : 'homes'}${lastVisitAt ? ` since ${day(lastVisitAt)}` : ''}` : 'Your homes';
  return (
    <header className={cx('portal-head')}>
      <div className={cx('portal-agent')}>
        <div>
          <b>{agent.officeName}</b>
          <span>
            {agent.name} · {agent.phone}
          </span>
        </div>
        <a className={cx('portal-button')} href={`mailto:${agent.email}`}>
          Message {agent.name.split(' ')[0]}
        </a>
      </div>
      <h1>{title}</h1>
      {searches.map(({ id, name, sentence, cadence }) => (
        <p key={id} className={cx('portal-search')}>
          <b>{name}</b>, {cadence.toLowerCase()}. {sentence}
        </p>
      ))}
      {children}
    </header>
  );
}
