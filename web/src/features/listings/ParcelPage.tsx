import type { ParcelAnswer, PublicRecord } from '@perambula/contract';
import { dollars, factsOf as homeInShort, fieldOf } from '@perambula/core';
import type { Field, FieldValue, ListingRecord } from '@perambula/core';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { ButtonLink } from '../../shared/ButtonLink.js';
import { fieldText } from '../../shared/fieldText.js';
import { dateOf } from '../../shared/format.js';
import { Status } from '../../shared/status.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { HomesOnMap } from '../homesMap/index.js';
import { useAddresses } from '../places/index.js';
import { useParcel } from './listing.api.js';
import { RecordFacts } from './ParcelRecord.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';
import ownCss from './ParcelPage.module.css';

const cx = classesOf(listingsCss, ownCss);

/** A parcel by its public record, whether it was ever listed or not. */
export function ParcelPage() {
  const { parcelNumber = '' } = useParams();
  const answer = useParcel(parcelNumber);
  if (answer.isPending) return <Waiting what="Looking it up …" />;
  if (answer.isError) return <Failed error={answer.error} retry={() => void answer.refetch()} />;
  return <Parcel {...answer.data} />;
}

function Parcel({ record, listings }: ParcelAnswer) {
  const address = typeof record['UnparsedAddress'] === 'string' ? record['UnparsedAddress'] : `Parcel ${record.ParcelNumber}`;
  return (
    <div className={cx('parcel')}>
      <header className={cx('head')}>
        <h1>{address}</h1>
        <ButtonLink to={`/comps/parcel/${record.ParcelNumber}`}>Comps</ButtonLink>
      </header>
      <p className="soft figure">
        {[homeInShort(recordAsHome(record)), `parcel ${record.ParcelNumber}`].filter(Boolean).join(' · ')}
      </p>
      <div className={cx('columns')}>
        <div>
          <section aria-label="Its listings" className={cx('listed')}>
            <h2>Its listings</h2>
            {listings.length === 0 ? (
              <p className="soft">
                It was never listed, as far as the listings reach back. What is known of it is the public record.
              </p>
            ) : (
              <ul>
                {listings.map(({ listingKey, listingId, status, price, at }) => (
                  <li key={listingKey}>
                    <Link to={`/listings/${listingKey}`}>Listing no. {listingId}</Link> <Status status={status} />{' '}
                    <span className="soft figure">
                      {[price === null ? null : dollars(price), `listed ${dateOf(at)}`].filter(Boolean).join(', ')}
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section aria-label="Public record" className={cx('parcel-record')}>
            <h2>Public record</h2>
            <dl className={cx('facts')}>
              {HOME_FACTS.map((field) => {
                const text = fieldText(field, record[field.name] as FieldValue);
                return (
                  text !== null && (
                    <div key={field.name}>
                      <dt>{field.label}</dt>
                      <dd className="figure">
                        {text} <span className="tight">{field.unit}</span>
                      </dd>
                    </div>
                  )
                );
              })}
            </dl>
            <RecordFacts record={record} />
            <p className="tight">Records are often wrong. Verify before you rely on them.</p>
          </section>
        </div>
        <Whereabouts address={address} parcelNumber={record.ParcelNumber} />
      </div>
    </div>
  );
}

const HOME_FACTS = ['LivingArea', 'BedroomsTotal', 'BathroomsFull', 'YearBuilt', 'LotSizeAcres'].map(
  (name) => fieldOf(name) as Field,
);

/** The record's facts, by the names that listings have for them. */
function recordAsHome(record: PublicRecord): ListingRecord {
  return { ...(record as unknown as ListingRecord), ListingKey: record.ParcelNumber };
}

/** Where it lies, by the county's file of addresses. */
function Whereabouts({ address, parcelNumber }: { readonly address: string; readonly parcelNumber: string }) {
  const at = useAddresses(address).data?.find((each) => each.parcelNumber === parcelNumber)?.at;
  const homes = useMemo(
    () => (at ? [{ ListingKey: parcelNumber, StandardStatus: 'Active', Longitude: at[0], Latitude: at[1] }] : null),
    [at, parcelNumber],
  );
  return homes && <HomesOnMap label={`Where ${address} lies`} homes={homes} />;
}
