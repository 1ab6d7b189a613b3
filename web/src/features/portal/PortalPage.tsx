import type { Portal } from '@perambula/contract';
import { CADENCE_LABEL } from '@perambula/core';
import type { ReactNode } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { day } from '../../shared/format.js';
import { AskForCode } from './AskForCode.js';
import { Chips } from './Chips.js';
import { HomesInPages } from './HomesInPages.js';
import { HomesMapped } from './HomesMapped.js';
import { besideOf, groupsOf, homesBy, isSaidSince, labelsOf, listed, seenLately, tabOf, TABS } from './portal.rules.js';
import type { HomesBy, Tab } from './portal.rules.js';
import { NotOpened, Opening } from './NotOpened.js';
import { usePortal } from './portal.api.js';
import { AgentLine } from './AgentLine.js';
import { PortalFoot } from './PortalFoot.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './PortalPage.module.css';

const cx = classesOf(portalCss, ownCss);

/** A client's own page: the homes told to them, what they think of each, and what they would like to see. */
export function PortalPage() {
  const { token } = useParams();
  const portal = usePortal(token);
  if (portal.isPending) return <Opening what="Opening your homes …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  return <Homes portal={portal.data} />;
}

function Homes({ portal }: { readonly portal: Portal }) {
  const [params, setParams] = useSearchParams();
  const { homes } = portal;
  const asked = params.get('home');
  const groups = groupsOf(portal);
  const group = groups.has(params.get('of') ?? '') ? params.get('of') : null;
  const of = homesBy(homes.filter((home) => group === null || home.of.includes(group)));
  const tab = tabOf(params.get('show'), of);
  const mapped = params.get('as') === 'map';
  // what the message's link was about: the homes that they saw, or one home
  if (params.has('after')) return <Navigate to="/p/seen" replace />;
  if (homes.some(({ listingKey }) => listingKey === asked)) return <Navigate to={`/p/home/${asked}`} replace />;
  const shown = of[tab];
  return (
    <div className={cx('portal')}>
      <PortalHead portal={portal} fresh={homes.filter(({ isNew }) => isNew).length}>
        {groups.size > 0 && (
          <Chips
            label="Of which search or shortlist"
            choices={groups}
            chosen={group === null ? [] : [group]}
            onToggle={(id) => setParams(changed(params, { of: id === group ? null : id }), { replace: true })}
          />
        )}
        <Tabs of={of} tab={tab} onShow={(show) => setParams(changed(params, { show }), { replace: true })} />
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
            onClick={() => setParams(changed(params, { show: tab, as: mapped ? null : 'map' }), { replace: true })}
          >
            {mapped ? 'As a list' : 'On the map'}
          </button>
        )}
        {!portal.isKnown && portal.others.length > 0 && (
          <details className={cx('others')}>
            <summary>
              What {listed(portal.others)} {portal.others.length === 1 ? 'says' : 'say'} of them
            </summary>
            <AskForCode portal={portal} />
          </details>
        )}
        {mapped && shown.length > 0 ? (
          <HomesMapped key={group} homes={shown} now={portal.now} tab={tab} />
        ) : (
          <HomesInPages key={`${tab} ${group}`} homes={shown} now={portal.now} tab={tab} />
        )}
      </main>
      <ToBeside params={params} />
      <PortalFoot portal={portal} />
    </div>
  );
}

/** Leads on to the homes that were put side by side, once there are two. */
function ToBeside({ params }: { readonly params: URLSearchParams }) {
  const many = besideOf(params).length;
  if (many === 0) return null;
  return (
    <p className={cx('to-beside')} role="status">
      {many === 1 ? (
        'Choose one more to see them side by side.'
      ) : (
        <Link className={cx('portal-button is-main is-wide')} to={`/p/beside?${params.toString()}`}>
          {many} homes side by side
        </Link>
      )}
    </p>
  );
}

/** The address's words with some changed; null takes one out. */
function changed(params: URLSearchParams, changes: Readonly<Record<string, string | null>>): URLSearchParams {
  const words = new URLSearchParams(params);
  for (const [name, value] of Object.entries(changes)) {
    if (value === null) words.delete(name);
    else words.set(name, value);
  }
  return words;
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
      {TABS.filter((each) => each !== 'differ' || of.differ.length > 0).map((each) => (
        <button key={each} type="button" aria-current={tab === each} onClick={() => onShow(each)}>
          {labels[each]}
        </button>
      ))}
    </nav>
  );
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
  const { agent, searches, shortlists, lastVisitAt, homes, now } = portal;
  const unsaid = [...seenLately(homes, now).values()].flat().filter((home) => !isSaidSince(home));
  const title =
    fresh > 0 ? `${fresh} new ${fresh === 1 ? 'home' : 'homes'}${lastVisitAt ? ` since ${day(lastVisitAt)}` : ''}` : 'Your homes';
  return (
    <header className={cx('portal-head')}>
      <AgentLine agent={agent} />
      <h1>{title}</h1>
      {searches.map(({ id, name, sentence, cadence, state }) => (
        <p key={id} className={cx('portal-search')}>
          <b>{name}</b>, {state === 'running' ? CADENCE_LABEL[cadence].toLowerCase() : state}. {sentence}{' '}
          <a href="#how-often">Change how often</a> or <Link to={`/p/change/${id}`}>what it looks for</Link>
        </p>
      ))}
      {unsaid.length > 0 && (
        <p className={cx('portal-search')}>
          <Link to="/p/seen">
            {unsaid.length === 1 ? 'How was the home you saw?' : `How were the ${unsaid.length} homes you saw?`}
          </Link>
        </p>
      )}
      {shortlists.map(({ id, name, keys }) => (
        <p key={id} className={cx('portal-search')}>
          <b>{name}</b>, {keys.length} {keys.length === 1 ? 'home' : 'homes'} that {agent.name.split(' ')[0]} chose.{' '}
          <Link to={`/p/list/${id}`}>Put them in your order</Link>
        </p>
      ))}
      {children}
    </header>
  );
}
