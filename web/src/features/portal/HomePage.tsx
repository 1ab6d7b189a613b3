import type { Portal, PortalCard, PortalHome, PortalHomeAnswer } from '@perambula/contract';
import { useEffect } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { daysOnMarket, dayAndTime, clockTime, dateOf, isoDate } from '../../shared/format.js';
import { factsOf } from '../../shared/listingFacts.js';
import type { Fact } from '../../shared/listingFacts.js';
import { sayMoment } from '../../shared/moments.js';
import { Picture } from '../../shared/Picture.js';
import { WALKED_TO_LABEL } from '../../shared/walkedTo.js';
import { HomesOnMap } from '../homesMap/index.js';
import { WriteToAgent } from './AgentLine.js';
import { AskForCode } from './AskForCode.js';
import { Gallery } from './Gallery.js';
import { NotOpened, Opening } from './NotOpened.js';
import { PageBar } from './PageBar.js';
import { Problem } from './Problem.js';
import { tellOpened, useCards, usePortal, usePortalHome, useToVerify } from './portal.api.js';
import { PortalFoot } from './PortalFoot.js';
import { homesBy, labelsOf, tabOf } from './portal.rules.js';
import type { Tab } from './portal.rules.js';
import { Verdicts } from './Verdicts.js';
import { Visit } from './Visit.js';
import { Credit, WhatItIs } from './WhatItIs.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './HomePage.module.css';

const cx = classesOf(portalCss, ownCss);

/** One home of a client's portal: its pictures, what they think of it, how far it is to their places, and all its facts. */
export function HomePage() {
  const { key = '' } = useParams();
  const portal = usePortal(undefined);
  if (portal.isPending) return <Opening what="Opening the home …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  const home = portal.data.homes.find(({ listingKey }) => listingKey === key);
  if (!home)
    return (
      <main className={cx('one-button')}>
        <h1>This home does not stand in your portal</h1>
        <p>It may have been taken off the internet. What was sent to you stands on your homes’ page.</p>
        <Link to="/p">To your homes</Link>
      </main>
    );
  return <Home key={key} home={home} portal={portal.data} />;
}

function Home({ home, portal }: { readonly home: PortalHome; readonly portal: Portal }) {
  const [params] = useSearchParams();
  const key = home.listingKey;
  useEffect(() => tellOpened(key), [key]);
  const of = homesBy(portal.homes);
  const wanted = tabOf(params.get('show'), of);
  // what was said meanwhile may have taken it out of its tab
  const tab: Tab = of[wanted].includes(home) ? wanted : 'all';
  const at = of[tab].indexOf(home);
  const answer = usePortalHome(key);
  return (
    <div className={cx('portal')}>
      <PageBar to={`/p?show=${tab}`} back="Back to your homes">
        <span>
          <b>
            {at + 1} of {of[tab].length}
          </b>
          <span className="soft">{labelsOf(of)[tab].replace(/ \d+$/, '')}</span>
        </span>
        <WriteToAgent agent={portal.agent} listingKey={key} />
      </PageBar>
      <main>
        {answer.isPending && <Opening what="Opening the home …" />}
        {answer.isError && (
          <div className={cx('sheet')}>
            <Problem error={answer.error} retry={() => void answer.refetch()} />
          </div>
        )}
        {answer.data && <Sheet home={home} portal={portal} answer={answer.data} />}
        <Neighbours homes={of[tab]} at={at} tab={tab} />
      </main>
      <PortalFoot portal={portal} />
    </div>
  );
}

interface SheetProps {
  readonly home: PortalHome;
  readonly portal: Portal;
  readonly answer: PortalHomeAnswer;
}

function Sheet({ home, portal, answer }: SheetProps) {
  const { listing, address, captions, bounds, moments, openHouses, times, alike } = answer;
  return (
    <>
      <Gallery listing={listing} captions={captions} />
      <div className={cx('sheet')}>
        <h1 className="sr-only">{address}</h1>
        <WhatItIs card={answer} />
        <p className={cx('lately')}>
          <span className={cx('chip')}>{home.why}</span> {sayForSale(listing, portal.now)}
        </p>
        <Verdicts home={home} />
        <Visit home={home} times={times} now={portal.now} />
        <Ways answer={answer} />
        <ToVerify homeKey={home.listingKey} />
        <p className={cx('remarks')}>{String(listing['PublicRemarks'] ?? '')}</p>
        <OpenHouses visits={openHouses} />
        <Map card={answer} bounds={bounds} />
        <Time moments={moments} portal={portal} />
        <Facts listing={listing} />
        <Alike keys={alike} />
        <Credit listing={listing} now={portal.now} />
      </div>
    </>
  );
}

/** "for sale 127 days"; since when it really is, over all its listings. */
function sayForSale(listing: PortalCard['listing'], now: string): string {
  const { ForSaleSince: since, OnMarketDate: listed } = listing;
  const days = daysOnMarket({ ...listing, OnMarketDate: since ?? listed ?? null }, now);
  if (days === null) return '';
  const said = days === 0 ? 'for sale since today' : `for sale ${days} ${days === 1 ? 'day' : 'days'}`;
  return typeof since === 'string' && typeof listed === 'string' && since < listed
    ? `${said} in all, listed again ${isoDate(listed)}`
    : said;
}

/** To their places, and to what one walks to. */
function Ways({ answer: { journeys, onFoot } }: { readonly answer: PortalHomeAnswer }) {
  if (journeys.length === 0 && onFoot.length === 0) return null;
  return (
    <dl className={cx('ways')} aria-label="How far it is">
      {journeys.map(({ label, minutes }) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd>{minutes === null ? 'no way known' : `${minutes} min`}</dd>
        </div>
      ))}
      {onFoot.map(({ kind, name, minutes }) => (
        <div key={kind}>
          <dt>
            {WALKED_TO_LABEL[kind]} <span className="soft">{name}</span>
          </dt>
          <dd>{minutes} min walk</dd>
        </div>
      ))}
    </dl>
  );
}

/** What another source states otherwise, so that nobody relies on it unasked. */
function ToVerify({ homeKey }: { readonly homeKey: string }) {
  const facts = useToVerify(homeKey).data?.facts;
  if (facts === undefined || facts?.length === 0) return null;
  return (
    <p className={cx('verify')}>
      {facts === null ? (
        <>
          <b>Verify its facts.</b> The public record could not be asked just now.
        </>
      ) : (
        <>
          <b>Verify: {facts.join(', ')}.</b> Another source states it otherwise; ask before you rely on it.
        </>
      )}
    </p>
  );
}

function OpenHouses({ visits }: { readonly visits: PortalHomeAnswer['openHouses'] }) {
  if (visits.length === 0) return null;
  return (
    <section>
      <h2>Open house</h2>
      {visits.map(({ startsAt, endsAt }) => (
        <p key={startsAt}>
          {dayAndTime(startsAt)} to {clockTime(endsAt)}
        </p>
      ))}
    </section>
  );
}

function Map({ card, bounds }: { readonly card: PortalCard; readonly bounds: PortalHomeAnswer['bounds'] }) {
  const { listing, address } = card;
  if (typeof listing['Latitude'] !== 'number')
    return <p className="soft">The seller withholds where exactly it is; ask your agent.</p>;
  return (
    <section>
      <h2>Where it is</h2>
      <HomesOnMap label={`Where ${address} lies`} homes={[listing]} bounds={bounds} />
    </section>
  );
}

function Time({ moments, portal }: { readonly moments: PortalHomeAnswer['moments']; readonly portal: Portal }) {
  if (!portal.isKnown)
    return (
      <section>
        <h2>Its time for sale</h2>
        <AskForCode portal={portal} />
      </section>
    );
  if (moments.length === 0) return null;
  return (
    <section>
      <h2>Its time for sale</h2>
      <ol className={cx('time')}>
        {moments.map((moment, i) => (
          <li key={i}>
            <b className="figure">{dateOf(moment.at)}</b> {sayMoment(moment)}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What one asks first. */
const ASKED_FIRST: readonly string[] = ['AssociationFee', 'TaxAnnualAmount', 'YearBuilt', 'GarageSpaces', 'Heating', 'Cooling'];

/** Fact by fact: those asked for first, then all by group. */
function Facts({ listing }: Pick<PortalCard, 'listing'>) {
  const groups = factsOf(listing).filter(({ name, facts }) => facts.length > 0 && name !== 'Remarks' && name !== 'People');
  const all = groups.flatMap(({ facts }) => facts);
  return (
    <section>
      <h2>Facts</h2>
      <Rows facts={ASKED_FIRST.flatMap((name) => all.find(({ field }) => field.name === name) ?? [])} />
      {groups.map(({ name, facts }) => (
        <details key={name} className={cx('group')}>
          <summary>
            {name} <span className="soft">{facts.length}</span>
          </summary>
          <Rows facts={facts} />
        </details>
      ))}
    </section>
  );
}

function Rows({ facts }: { readonly facts: readonly Fact[] }) {
  return (
    <dl className={cx('facts')}>
      {facts.map(({ field, text, unit }) => (
        <div key={field.name}>
          <dt>{field.label}</dt>
          <dd>
            {text} {unit}
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** Homes like it that the reader liked before. */
function Alike({ keys }: { readonly keys: readonly string[] }) {
  const cards = useCards(keys).data ?? [];
  if (cards.length === 0) return null;
  return (
    <section>
      <h2>Like it, and liked by you</h2>
      <ul className={cx('alike')}>
        {cards.map((card) => (
          <li key={card.listing.ListingKey}>
            <Picture listingKey={card.listing.ListingKey} index={0} alt="" />
            <div>
              <WhatItIs card={card} page={`/p/home/${card.listing.ListingKey}?show=like`} />
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** To the home before and the next of the same tab. */
function Neighbours({ homes, at, tab }: { readonly homes: readonly PortalHome[]; readonly at: number; readonly tab: Tab }) {
  const to = (i: number, label: string) => {
    const key = homes[i]?.listingKey;
    return key === undefined ? (
      <span />
    ) : (
      <Link to={`/p/home/${key}?show=${tab}`} className={cx('portal-button')}>
        {label}
      </Link>
    );
  };
  return (
    <nav className={cx('neighbours')} aria-label="Other homes">
      {to(at - 1, 'The home before')}
      {to(at + 1, 'The next home')}
    </nav>
  );
}
