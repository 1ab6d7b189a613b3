import './portal.css';
import { VERDICTS } from '@perambula/contract';
import type { Portal, PortalHome, Verdict } from '@perambula/contract';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { ago, clockTime, day, facts, price } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { HomesOnMap } from '../homesMap/index.js';
import { tellOpened, useAskToSee, useCountVisits, usePortal, useReact, useStop, useWithdrawLinks } from './portal.api.js';

const TABS = ['new', 'all', 'like', 'unsure', 'visits'] as const;
type Tab = (typeof TABS)[number];

/** A client's own page: the homes told to them, what they think of each, and what they would like to see. */
export function PortalPage() {
  const { token } = useParams();
  const portal = usePortal(token);
  if (portal.isPending)
    return (
      <p className="portal-wait" role="status">
        Opening your homes …
      </p>
    );
  if (portal.isError) {
    return (
      <main className="one-button">
        <h1>This page could not be opened</h1>
        <p>{messageOf(portal.error)}</p>
        <p className="equal-housing">Equal housing opportunity.</p>
      </main>
    );
  }
  return <Homes portal={portal.data} />;
}

function Homes({ portal }: { readonly portal: Portal }) {
  const [params, setParams] = useSearchParams();
  const { homes, agent } = portal;
  const asked = params.get('home');
  const of: Readonly<Record<Tab, readonly PortalHome[]>> = {
    new: homes.filter(({ isNew }) => isNew),
    all: homes,
    like: homes.filter(({ reaction }) => reaction?.verdict === 'like'),
    unsure: homes.filter(({ reaction }) => reaction?.verdict === 'unsure'),
    visits: homes.filter(({ showing }) => showing && showing.state !== 'canceled'),
  };
  const chosen = TABS.find((tab) => tab === params.get('show'));
  const tab: Tab = chosen ?? (of.new.length > 0 ? 'new' : 'all');
  const labels: Readonly<Record<Tab, string>> = {
    new: `New ${of.new.length}`,
    all: `All ${homes.length}`,
    like: `Liked ${of.like.length}`,
    unsure: `Unsure ${of.unsure.length}`,
    visits: `Visits ${of.visits.length}`,
  };
  const mapped = params.get('as') === 'map';
  const [picked, setPicked] = useState<string | null>(null);
  // the home that the message's link was about comes first
  const shown = [...of[tab]].sort((a, b) => Number(b.listing.ListingKey === asked) - Number(a.listing.ListingKey === asked));
  const title =
    of.new.length > 0
      ? `${of.new.length} new ${of.new.length === 1 ? 'home' : 'homes'}${portal.lastVisitAt ? ` since ${day(portal.lastVisitAt)}` : ''}`
      : 'Your homes';
  return (
    <div className="portal">
      <header className="portal-head">
        <div className="portal-agent">
          <div>
            <b>{agent.officeName}</b>
            <span>
              {agent.name} · {agent.phone}
            </span>
          </div>
          <a className="portal-button" href={`mailto:${agent.email}`}>
            Message {agent.name.split(' ')[0]}
          </a>
        </div>
        <h1>{title}</h1>
        {portal.searches.map(({ id, name, sentence, cadence }) => (
          <p key={id} className="portal-search">
            <b>{name}</b>, {cadence.toLowerCase()}. {sentence}
          </p>
        ))}
        <nav className="portal-tabs" aria-label="Homes">
          {TABS.map((each) => (
            <button
              key={each}
              type="button"
              aria-current={tab === each}
              onClick={() => setParams({ show: each, ...(mapped ? { as: 'map' } : {}) }, { replace: true })}
            >
              {labels[each]}
            </button>
          ))}
        </nav>
      </header>
      <main className="portal-homes">
        {shown.length === 0 && (
          <p className="portal-none">
            {tab === 'visits' ? 'Homes you ask to see stand here with their time.' : 'No home stands here yet.'}
          </p>
        )}
        {shown.length > 0 && (
          <button
            type="button"
            className="portal-button"
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

const VERDICT: Readonly<Record<Verdict, string>> = { like: 'Like', unsure: 'Unsure', notForUs: 'Not for us' };

function HomeCard({ home, now }: { readonly home: PortalHome; readonly now: string }) {
  const { listing, reaction, showing } = home;
  const key = listing.ListingKey;
  const react = useReact(key);
  const askToSee = useAskToSee(key);
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState(reaction?.note ?? '');
  const [wish, setWish] = useState<string | null>(null);
  const more = (): void => {
    if (!open) tellOpened(key);
    setOpen(!open);
  };
  const problem = react.error ?? askToSee.error;
  return (
    <article className="home" aria-label={home.address}>
      <button
        type="button"
        className="home-picture"
        onClick={more}
        aria-expanded={open}
        aria-label={`${home.address}: ${open ? 'less' : 'more'} about it`}
      >
        <Picture listingKey={key} alt="" />
        <span className="home-why">{home.why}</span>
      </button>
      <div className="home-text">
        <p className="home-line">
          <span className="home-price">{price(listing)}</span> <Status status={String(listing['StandardStatus'])} />
        </p>
        <p className="strong">{home.address}</p>
        <p className="soft">{facts(listing)}</p>
        {open && (
          <div className="home-more">
            <p>{String(listing['PublicRemarks'] ?? '')}</p>
            <div className="home-pictures">
              {Array.from({ length: Math.max(0, Number(listing['PhotosCount'] ?? 1) - 1) }, (_, i) => (
                <Picture key={i} listingKey={key} index={i + 1} alt={['From the garden', 'Plot plan', 'Floor sketch'][i] ?? ''} />
              ))}
            </div>
          </div>
        )}
        <div className="home-verdicts" role="group" aria-label="What do you think?">
          {VERDICTS.map((verdict) => (
            <button
              key={verdict}
              type="button"
              className="portal-button"
              aria-pressed={reaction?.verdict === verdict}
              disabled={react.isPending}
              onClick={() => react.mutate({ verdict, note })}
            >
              {VERDICT[verdict]}
            </button>
          ))}
        </div>
        {reaction && (
          <form
            className="home-note"
            onSubmit={(event) => (event.preventDefault(), react.mutate({ verdict: reaction.verdict, note }))}
          >
            <label className="sr-only" htmlFor={`note-${key}`}>
              Why? A note for your agent
            </label>
            <input
              id={`note-${key}`}
              value={note}
              maxLength={1000}
              placeholder="Why? A word helps"
              onChange={({ target }) => setNote(target.value)}
            />
            <button type="submit" className="portal-button" disabled={react.isPending || note === reaction.note}>
              {note === reaction.note && note !== '' ? 'Kept' : 'Keep note'}
            </button>
          </form>
        )}
        <Visit
          showing={showing}
          wish={wish}
          setWish={setWish}
          ask={(text) => askToSee.mutate(text, { onSuccess: () => setWish(null) })}
          busy={askToSee.isPending}
          homeKey={key}
        />
        {problem && (
          <p className="portal-problem" role="alert">
            {messageOf(problem)}
          </p>
        )}
        <p className="home-credit">
          Listed by {String(listing['ListOfficeName'])}, {String(listing['ListOfficePhone'])} · updated{' '}
          {ago(String(listing['ModificationTimestamp']), now)}
        </p>
      </div>
    </article>
  );
}

interface VisitProps {
  readonly showing: PortalHome['showing'];
  readonly wish: string | null;
  readonly setWish: (wish: string | null) => void;
  readonly ask: (wish: string) => void;
  readonly busy: boolean;
  readonly homeKey: string;
}

function Visit({ showing, wish, setWish, ask, busy, homeKey }: VisitProps) {
  if (showing?.state === 'confirmed' && showing.startAt)
    return (
      <p className="home-visit">
        You see it {day(showing.startAt)} at {clockTime(showing.startAt)}
      </p>
    );
  if (showing?.state === 'asked')
    return <p className="home-visit is-waiting">You asked to see it; your agent will propose a time</p>;
  if (showing?.state === 'proposed')
    return <p className="home-visit is-waiting">Your agent has asked the listing office for a time</p>;
  if (wish === null)
    return (
      <button type="button" className="portal-button is-wide" onClick={() => setWish('')}>
        Ask to see it
      </button>
    );
  return (
    <form className="home-note" onSubmit={(event) => (event.preventDefault(), ask(wish))}>
      <label className="sr-only" htmlFor={`wish-${homeKey}`}>
        When would suit you?
      </label>
      <input
        id={`wish-${homeKey}`}
        autoFocus
        value={wish}
        maxLength={500}
        placeholder="When would suit? Thursday after 4"
        onChange={({ target }) => setWish(target.value)}
      />
      <button type="submit" className="portal-button is-main" disabled={busy}>
        Ask
      </button>
    </form>
  );
}

function PortalFoot({ portal }: { readonly portal: Portal }) {
  const stop = useStop();
  const countVisits = useCountVisits();
  const withdraw = useWithdrawLinks();
  const { agent, countsVisits, source } = portal;
  const problem = stop.error ?? countVisits.error ?? withdraw.error;
  return (
    <footer className="portal-foot">
      {problem && (
        <p className="portal-problem" role="alert">
          {messageOf(problem)}
        </p>
      )}
      <p>
        {countsVisits
          ? `${agent.name.split(' ')[0]} can see when you come by and which homes you open; nobody else in your household can.`
          : 'Your visits are not counted.'}{' '}
        <button type="button" onClick={() => countVisits.mutate(!countsVisits)}>
          {countsVisits ? 'Don’t count my visits' : 'Count them again'}
        </button>
      </p>
      <p>
        {stop.isSuccess ? (
          'The messages are stopped.'
        ) : (
          <button type="button" onClick={() => stop.mutate(undefined)}>
            Stop all messages
          </button>
        )}
      </p>
      <p>
        {withdraw.isSuccess ? (
          'Your links lead nowhere now. The next message brings a new one.'
        ) : (
          <button type="button" onClick={() => withdraw.mutate()}>
            Close this portal to everyone who has my link
          </button>
        )}
      </p>
      <p>{source}</p>
      <p>
        {agent.name} · {agent.officeName} · {agent.postalAddress} · license {agent.licenseNumber} · {agent.phone}
      </p>
      <p>Equal housing opportunity.</p>
    </footer>
  );
}
