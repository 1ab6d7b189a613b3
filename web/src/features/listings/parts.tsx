import type { ListingAnswer } from '@perambula/contract';
import type { FieldValue } from '@perambula/core';
import { FileText } from 'lucide-react';
import { clockTime, day } from '../../shared/format.js';
import { useListingMedia } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';
import ownCss from './parts.module.css';

const cx = classesOf(listingsCss, ownCss);

/** The open houses to come, and those called off. */
export function OpenHouses({ visits, now }: { readonly visits: ListingAnswer['openHouses']; readonly now: string }) {
  const coming = visits.filter(({ endsAt }) => Date.parse(endsAt) > Date.parse(now));
  if (coming.length === 0) return null;
  return (
    <section className={cx('open-houses')} aria-label="Open houses">
      <h2>Open house</h2>
      <ul>
        {coming.map(({ startsAt, endsAt, status }) => (
          <li key={startsAt} className="figure">
            <b className={status === 'Canceled' ? 'is-off' : ''}>
              {day(startsAt)}, {clockTime(startsAt)} to {clockTime(endsAt)}
            </b>{' '}
            {status === 'Canceled' && <span className="chip chip-wait">called off</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The seller's papers, each opened as it is kept. */
export function Documents({ listingKey }: { readonly listingKey: string }) {
  const documents = useListingMedia(listingKey).data?.documents ?? [];
  if (documents.length === 0) return null;
  return (
    <p className={cx('documents')}>
      {documents.map(({ file, title }) => (
        <a key={file} href={`/api/listings/${listingKey}/documents/${file}`} target="_blank" rel="noreferrer">
          <FileText size={14} aria-hidden="true" /> {title} (PDF)
        </a>
      ))}
    </p>
  );
}

interface Room {
  readonly RoomType: string;
  readonly RoomLevel: string;
  readonly RoomDimensions: string | null;
}

/** The rooms by level, with their sizes in feet. */
export function Rooms({ rooms }: { readonly rooms: FieldValue }) {
  const all = (Array.isArray(rooms) ? rooms : []) as unknown as readonly Room[];
  const levels = [...new Set(all.map(({ RoomLevel }) => RoomLevel))];
  if (all.length === 0) return null;
  return (
    <section>
      <h2>Rooms</h2>
      {levels.map((level) => (
        <dl className={cx('facts rooms')} key={level}>
          <div>
            <dt>{level} level</dt>
            <dd>
              {all
                .filter(({ RoomLevel }) => RoomLevel === level)
                .map(({ RoomType, RoomDimensions }, i) => (
                  <span key={i} className={cx('room')}>
                    {RoomType} {RoomDimensions && <span className="tight figure">{RoomDimensions.replace('x', '×')} ft</span>}
                  </span>
                ))}
            </dd>
          </div>
        </dl>
      ))}
    </section>
  );
}
