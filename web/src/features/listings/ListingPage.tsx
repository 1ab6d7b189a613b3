import { isOwnKey } from '@perambula/contract';
import type { ListingAnswer } from '@perambula/contract';
import { dollars, pricePerSquareFootOf } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { Button } from 'antd';
import { Phone } from 'lucide-react';
import { lazy, Suspense, useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { ago, dateOf, facts, price, street, timeOnMarket } from '../../shared/format.js';
import { useKey } from '../../shared/keys.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useFile } from '../clients/index.js';
import { HomesOnMap } from '../homesMap/index.js';
import { AddToShortlist, useResultsState } from '../searches/index.js';
import { PlanVisit } from '../showings/index.js';
import { Facts } from './Facts.js';
import { priceSteps, sayEntry } from './history.rules.js';
import { HowItFits } from './HowItFits.js';
import { useListing, useListingMedia } from './listing.api.js';
import { ParcelRecord } from './ParcelRecord.js';
import { Documents, OpenHouses, Rooms } from './parts.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ListingPage.module.css';

const cx = classesOf(ownCss);

const PriceHistory = lazy(async () => ({ default: (await import('./PriceHistory.js')).PriceHistory }));

/** One listing as the agent sees it. */
export function ListingPage() {
  const { listingKey = '' } = useParams();
  const { clientId } = useOpenFile();
  const answer = useListing(listingKey);
  return (
    <div className={cx('listing')}>
      <header className={cx('listing-bar')}>
        <Steps listingKey={listingKey} />
        <span className="push">
          {isOwnKey(listingKey) ? (
            <span className="chip chip-wait">Of your own file: only you see this home</span>
          ) : (
            <>
              <PlanVisit clientId={clientId} listingKey={listingKey} />
              <AddToShortlist keys={[listingKey]} onDone={() => undefined} />
            </>
          )}
        </span>
      </header>
      {answer.isPending && <Waiting what="Opening the listing …" />}
      {answer.isError && <Failed error={answer.error} retry={() => void answer.refetch()} />}
      {answer.data && <Listing key={listingKey} {...answer.data} />}
    </div>
  );
}

/** The listing office, where the record names one. */
function sayOffice({ ListOfficeName: name, ListOfficePhone: phone }: ListingRecord): string {
  return name == null ? '' : `Listed by ${[name, phone].filter(Boolean).join(', ')} · `;
}

function Listing({ listing, history, openHouses }: ListingAnswer) {
  const now = useNow();
  const key = listing.ListingKey;
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  return (
    <>
      <div className={cx('listing-main')}>
        <Pictures listing={listing} />
        <Title listing={listing} now={now} />
        <p className={cx('remarks')}>{String(listing['PublicRemarks'] ?? '')}</p>
        <OpenHouses visits={openHouses} now={now} />
        <ForYouOnly listing={listing} />
        <Documents listingKey={key} />
        <p className="tight">
          {sayOffice(listing)}
          {String(listing['OriginatingSystemName'])} · updated {ago(String(listing['ModificationTimestamp']), now)} · deemed
          reliable, not guaranteed
        </p>
        <ParcelRecord listingKey={key} />
      </div>
      <div className={cx('listing-facts')}>
        {file?.savedSearches[0] && (
          <HowItFits listing={listing} search={file.savedSearches[0].document} name={file.name} now={now} />
        )}
        <Whereabouts listing={listing} />
        <Facts listing={listing} />
        <Rooms rooms={listing['Rooms']} />
      </div>
      <History listingKey={key} history={history} now={now} />
    </>
  );
}

interface TitleProps {
  readonly listing: ListingRecord;
  readonly now: string;
}

/** What it costs, where it is, and how it stands. */
function Title({ listing, now }: TitleProps) {
  const time = timeOnMarket(listing, now);
  const perFoot = pricePerSquareFootOf(listing);
  return (
    <div className={cx('listing-title')}>
      <div>
        <p className={cx('listing-price')}>
          {listing['StandardStatus'] === 'Closed' && typeof listing['ClosePrice'] === 'number'
            ? dollars(listing['ClosePrice'])
            : price(listing)}
        </p>
        <p className="soft figure">
          {perFoot === null ? '' : `${dollars(perFoot)} per sq ft · `}listing no. {String(listing['ListingId'])}
        </p>
      </div>
      <div>
        <h1>{[street(listing), listing['City']].filter(Boolean).join(', ')}</h1>
        <p>
          <Status status={String(listing['StandardStatus'])} /> {time !== null && <span className="soft">· {time}</span>}
        </p>
        <p className="soft figure">{facts(listing)}</p>
      </div>
    </div>
  );
}

type HistoryProps = Pick<ListingAnswer, 'history'> & { readonly listingKey: string; readonly now: string };

/** All that ever happened at the parcel, over all its listings. */
function History({ listingKey, history, now }: HistoryProps) {
  return (
    <aside className={cx('listing-history')}>
      <h2>History of the home</h2>
      <Suspense fallback={<Waiting what="Drawing …" />}>
        <PriceHistory points={priceSteps(history, Date.parse(now))} />
      </Suspense>
      <ol className={cx('history')}>
        {history.map((entry, i) => (
          <li key={i}>
            <b className="figure">{dateOf(entry.at)}</b> {sayEntry(entry)}
            {entry.listingKey !== listingKey && (
              <Link to={`/listings/${entry.listingKey}`} className="tight">
                {' '}
                earlier listing
              </Link>
            )}
          </li>
        ))}
      </ol>
      <p className="tight">A status may lag the signed deal by up to 48 hours. When it matters, call the agent’s mobile.</p>
    </aside>
  );
}

function Whereabouts({ listing }: Pick<ListingAnswer, 'listing'>) {
  const alone = useMemo(() => [listing], [listing]);
  return typeof listing['Latitude'] === 'number' ? <HomesOnMap label={`Where ${street(listing)} lies`} homes={alone} /> : null;
}

function Steps({ listingKey }: { readonly listingKey: string }) {
  const { keys, from } = useResultsState();
  const navigate = useNavigate();
  const at = keys.indexOf(listingKey);
  // keys can come faster than pages: each step goes on from where the last one leads
  const bound = useRef(at);
  useLayoutEffect(() => {
    bound.current = at;
  }, [at]);
  const go = useCallback(
    (step: number): void => {
      const next = bound.current < 0 ? undefined : keys[bound.current + step];
      if (next === undefined) return;
      bound.current += step;
      void navigate(`/listings/${next}`, { replace: true });
    },
    [keys, navigate],
  );
  useKey('before', () => go(-1));
  useKey('next', () => go(1));
  return (
    <>
      <Link to={from}>Back to the search</Link>
      {at >= 0 && (
        <>
          <b className="figure">
            {(at + 1).toLocaleString('en-US')} of {keys.length.toLocaleString('en-US')}
          </b>
          <Button disabled={at === 0} onClick={() => go(-1)}>
            Previous
          </Button>
          <Button disabled={at === keys.length - 1} onClick={() => go(1)}>
            Next
          </Button>
        </>
      )}
    </>
  );
}

function Pictures({ listing }: { readonly listing: ListingRecord }) {
  const [shown, setShown] = useState(0);
  const captions = useListingMedia(listing.ListingKey).data?.pictures ?? [];
  const caption = (i: number): string => captions[i]?.toLowerCase() ?? 'picture';
  const count = Number(listing['PhotosCount'] ?? (isOwnKey(listing.ListingKey) ? 0 : 1));
  if (count === 0) return <p className={cx('listing-pictureless soft')}>No pictures came with this listing.</p>;
  return (
    <>
      <div className={cx('listing-picture')}>
        <Picture listingKey={listing.ListingKey} index={shown} alt={`${street(listing)}, ${caption(shown)}`} />
        <span>
          {shown + 1} of {count} · {caption(shown)}, drawn from the listing
        </span>
      </div>
      <div className={cx('listing-strip')}>
        {Array.from({ length: count }, (_, i) => (
          <button
            type="button"
            key={i}
            aria-pressed={i === shown}
            onClick={() => setShown(i)}
            aria-label={`Picture ${i + 1}: ${caption(i)}`}
          >
            <Picture listingKey={listing.ListingKey} index={i} alt="" />
          </button>
        ))}
      </div>
    </>
  );
}

function ForYouOnly({ listing }: { readonly listing: ListingRecord }) {
  const mobile = String(listing['ListAgentMobilePhone'] ?? '');
  const office = String(listing['ListOfficePhone'] ?? '');
  const who = ['ListAgentFullName', 'ListOfficeName'].flatMap((field) => (listing[field] == null ? [] : String(listing[field])));
  return (
    <section className={cx('for-you')} aria-label="For you only">
      <h2>For you only</h2>
      <p>{String(listing['PrivateRemarks'] ?? 'No private remarks.')}</p>
      <p>{String(listing['ShowingInstructions'] ?? '')}</p>
      <div className={cx('for-you-agent')}>
        {who.length > 0 && (
          <span>
            <b>{who[0]}</b>
            {who[1] && `, ${who[1]}`}
          </span>
        )}
        {mobile && (
          <Button href={`tel:${mobile}`} icon={<Phone size={14} />}>
            Mobile {mobile}
          </Button>
        )}
        {office && <Button href={`tel:${office}`}>Office {office}</Button>}
      </div>
    </section>
  );
}
