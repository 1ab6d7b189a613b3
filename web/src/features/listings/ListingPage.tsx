import './listing.css';
import {
  bathsOf,
  dollars,
  fieldOf,
  inReach,
  isEither,
  judge,
  phraseOf,
  plainNumber,
  pricePerSquareFootOf,
  valueOf,
} from '@perambula/core';
import { isOwnKey } from '@perambula/contract';
import type { ListingAnswer } from '@perambula/contract';
import type { Field, ListingRecord, Search } from '@perambula/core';
import { App, Button } from 'antd';
import { Check, HelpCircle, Minus, Phone, X } from 'lucide-react';
import { lazy, Suspense, useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { ago, dateOf, facts, isoDate, isoDay, price, street, timeOnMarket, zone } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useKey } from '../../shared/keys.js';
import { useFile } from '../clients/index.js';
import { HomesOnMap } from '../homesMap/index.js';
import { AddToShortlist, useResultsState } from '../searches/index.js';
import { useAskShowing } from '../showings/index.js';
import { priceSteps, sayEntry } from './history.rules.js';
import { useListing, useListingMedia } from './listing.api.js';
import { ParcelRecord } from './ParcelRecord.js';
import { Documents, OpenHouses, Rooms } from './parts.js';

const PriceHistory = lazy(async () => ({ default: (await import('./PriceHistory.js')).PriceHistory }));

/** One listing as the agent sees it. */
export function ListingPage() {
  const { listingKey = '' } = useParams();
  const answer = useListing(listingKey);
  return (
    <div className="listing">
      <header className="listing-bar">
        <Steps listingKey={listingKey} />
        <span className="push">
          {isOwnKey(listingKey) ? (
            <span className="chip chip-wait">Of your own file: only you see this home</span>
          ) : (
            <>
              <PlanVisit listingKey={listingKey} />
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

function PlanVisit({ listingKey }: { readonly listingKey: string }) {
  const { clientId } = useOpenFile();
  const askToSee = useAskShowing();
  const { message } = App.useApp();
  const plan = (): void => {
    if (!clientId)
      return void message.info('Open a client’s file at the head of the page first: a visit is planned for somebody.');
    askToSee.mutate(
      { clientId, listingKey },
      {
        onSuccess: () =>
          void message.success(
            <>
              Under <Link to="/showings">showings</Link> now; propose a time there.
            </>,
          ),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  };
  return (
    <Button onClick={plan} loading={askToSee.isPending}>
      Plan a visit
    </Button>
  );
}

function Listing({ listing, history, openHouses }: ListingAnswer) {
  const now = useNow();
  const key = listing.ListingKey;
  const { clientId } = useOpenFile();
  const file = useFile(clientId).data;
  const time = timeOnMarket(listing, now);
  const perFoot = pricePerSquareFootOf(listing);
  return (
    <>
      <div className="listing-main">
        <Pictures listing={listing} />
        <div className="listing-title">
          <div>
            <p className="listing-price">
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
        <p className="remarks">{String(listing['PublicRemarks'] ?? '')}</p>
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
      <div className="listing-facts">
        {file?.savedSearches[0] && (
          <HowItFits listing={listing} search={file.savedSearches[0].document} name={file.name} now={now} />
        )}
        <Whereabouts listing={listing} />
        <Facts listing={listing} />
        <Rooms rooms={listing['Rooms']} />
      </div>
      <aside className="listing-history">
        <h2>History of the home</h2>
        <Suspense fallback={<Waiting what="Drawing …" />}>
          <PriceHistory points={priceSteps(history, Date.parse(now))} />
        </Suspense>
        <ol className="history">
          {history.map((entry, i) => (
            <li key={i}>
              <b className="figure">{dateOf(entry.at)}</b> {sayEntry(entry)}
              {entry.listingKey !== key && (
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
    </>
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
  if (count === 0) return <p className="listing-pictureless soft">No pictures came with this listing.</p>;
  return (
    <>
      <div className="listing-picture">
        <Picture listingKey={listing.ListingKey} index={shown} alt={`${street(listing)}, ${caption(shown)}`} />
        <span>
          {shown + 1} of {count} · {caption(shown)}, drawn from the listing
        </span>
      </div>
      <div className="listing-strip">
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
    <section className="for-you" aria-label="For you only">
      <h2>For you only</h2>
      <p>{String(listing['PrivateRemarks'] ?? 'No private remarks.')}</p>
      <p>{String(listing['ShowingInstructions'] ?? '')}</p>
      <div className="for-you-agent">
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

function HowItFits({
  listing,
  search,
  name,
  now,
}: {
  readonly listing: ListingRecord;
  readonly search: Search;
  readonly name: string;
  readonly now: string;
}) {
  const verdict = judge(search, listing, { now: Date.parse(now), zone: zone() });
  const rows = verdict.lines.flatMap(({ line, truth }) => {
    if (isEither(line)) return [{ id: line.id, label: 'Either', truth, value: phraseOf(line) }];
    const field = fieldOf(line.field);
    return field
      ? [{ id: line.id, label: field.label, truth, value: shownValue(valueOf(field, listing), field.type === 'money') }]
      : [];
  });
  const where =
    search.bounds.length > 0
      ? [
          {
            id: 'where',
            label: 'Where',
            truth: verdict.keepIn === false || verdict.keepOut === false ? false : verdict.keepIn,
            value: verdict.keepIn === false ? 'outside' : verdict.keepOut === false ? 'kept out' : 'inside',
          },
        ]
      : [];
  return (
    <section>
      <h2>How it fits {name}</h2>
      {!inReach(search, listing) && <p className="chip chip-wait">Not of the kinds or statuses searched</p>}
      <ul className="fits">
        {[...where, ...rows].map(({ id, label, truth, value }) => (
          <li key={id}>
            {truth === true ? (
              <Check size={15} className="fits-yes" aria-label="fits" />
            ) : truth === null ? (
              <HelpCircle size={15} className="fits-unknown" aria-label="unknown" />
            ) : (
              <X size={15} className="fits-no" aria-label="does not fit" />
            )}
            <span>{label}</span>
            <b className={truth === null ? 'fits-unknown' : ''}>{value}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}

function shownValue(value: unknown, money: boolean): string {
  if (value == null || (Array.isArray(value) && value.length === 0)) return 'left blank';
  if (typeof value === 'number') return money ? dollars(value) : plainNumber(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return Array.isArray(value) ? value.join(', ') : String(value);
}

/** "2 full, 1 three-quarter, 1 half" */
function bathsInParts(listing: ListingRecord): string {
  return (
    [
      ['BathroomsFull', 'full'],
      ['BathroomsThreeQuarter', 'three-quarter'],
      ['BathroomsHalf', 'half'],
    ] as const
  )
    .flatMap(([field, word]) => (typeof listing[field] === 'number' && listing[field] > 0 ? [`${listing[field]} ${word}`] : []))
    .join(', ');
}

const label = (name: string): string => (fieldOf(name) as Field).label;

function Facts({ listing }: { readonly listing: ListingRecord }) {
  const acres = listing['LotSizeAcres'];
  const fee = listing['AssociationFee'];
  const rows: readonly (readonly [string, string, string?])[] = [
    [label('PropertySubType'), String(listing['PropertySubType'])],
    [label('YearBuilt'), shownValue(listing['YearBuilt'], false).replace(',', '')],
    [label('Baths'), shownValue(bathsOf(listing), false), bathsInParts(listing)],
    [
      label('LotSizeAcres'),
      typeof acres === 'number' ? `${plainNumber(acres)} ac` : 'left blank',
      typeof acres === 'number' ? `${Math.round(acres * 43_560).toLocaleString('en-US')} sq ft` : '',
    ],
    [
      label('GarageSpaces'),
      listing['GarageYN'] === false
        ? 'none'
        : listing['GarageSpaces'] == null
          ? 'left blank'
          : `${String(listing['GarageSpaces'])} ${listing['GarageSpaces'] === 1 ? 'space' : 'spaces'}`,
    ],
    [label('Basement'), shownValue(listing['Basement'], false)],
    [label('Heating'), shownValue(listing['Heating'], false)],
    [label('InteriorFeatures'), shownValue(listing['InteriorFeatures'], false)],
    [label('WaterfrontYN'), shownValue(listing['WaterfrontYN'], false)],
    [
      'Association',
      listing['AssociationYN']
        ? typeof fee === 'number'
          ? `${dollars(fee)} ${String(listing['AssociationFeeFrequency']).toLowerCase()}`
          : 'fee left blank'
        : 'none',
    ],
    [
      label('TaxAnnualAmount'),
      typeof listing['TaxAnnualAmount'] === 'number' ? dollars(listing['TaxAnnualAmount']) : 'left blank',
      String(listing['TaxYear'] ?? ''),
    ],
    [label('SubdivisionName'), shownValue(listing['SubdivisionName'], false), String(listing['PostalCode'] ?? '')],
    ...(typeof listing['MilesToStation'] === 'number'
      ? [
          [
            label('MilesToStation'),
            `${listing['MilesToStation']} mi`,
            `to the shore ${String(listing['MilesToShore'] ?? '–')} mi`,
          ] as const,
        ]
      : []),
    [label('SpecialListingConditions'), shownValue(listing['SpecialListingConditions'], false)],
    [
      label('OnMarketDate'),
      typeof listing['OnMarketDate'] === 'string'
        ? isoDate(listing['OnMarketDate'])
        : typeof listing['ActivationDate'] === 'string'
          ? `from ${isoDay(listing['ActivationDate'])}`
          : 'not yet',
    ],
    [label('ParcelNumber'), String(listing['ParcelNumber'] ?? 'left blank')],
  ];
  return (
    <section>
      <h2>Facts</h2>
      <dl className="facts">
        {rows.map(([label, value, more]) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd className={value === 'left blank' ? 'is-blank' : ''}>
              {value === 'left blank' ? (
                <>
                  <Minus size={12} aria-hidden="true" /> left blank
                </>
              ) : (
                value
              )}{' '}
              <span className="tight">{more}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
