import type { RecordAnswer } from '@perambula/contract';
import { fieldOf, isYear, plainNumber } from '@perambula/core';
import type { Field } from '@perambula/core';
import { fieldText } from '../../shared/fieldText.js';
import { usePublicRecord } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import listingsCss from './listings.module.css';
import ownCss from './RecordDiffers.module.css';

const cx = classesOf(listingsCss, ownCss);

/** Where the public record says otherwise than the listing, and by how much. Neither is always right. */
export function RecordDiffers({ listingKey }: { readonly listingKey: string }) {
  const { data } = usePublicRecord(listingKey);
  if (!data?.record) return null;
  const { record, differences } = data;
  if (differences.length === 0 && !record.OwnerAway) return null;
  return (
    <section aria-label="Where the record differs" className={cx('differ')}>
      <h2>Where the record differs</h2>
      <dl className={cx('facts')}>
        {differences.map((each) => (
          <div key={each.field}>
            <dt>{each.label}</dt>
            <dd className="figure">
              {said(each)} <span className="tight">{sayListed(each)}</span>
            </dd>
          </div>
        ))}
        {record.OwnerAway && (
          <div>
            <dt>Owner</dt>
            <dd>mail goes elsewhere</dd>
          </div>
        )}
      </dl>
      <p className="tight">Records are often wrong, and so are listings. Verify before you rely on either.</p>
    </section>
  );
}

/** "listing says 270 more", "listing says Harbor Elementary" */
export function sayListed({ field, listed, recorded, unit }: RecordAnswer['differences'][number]): string {
  if (typeof listed !== 'number' || typeof recorded !== 'number') return `listing says ${listed}`;
  const by = plainNumber(Math.abs(listed - recorded));
  if (isYear({ name: field }))
    return `listing says ${by} ${by === '1' ? 'year' : 'years'} ${listed > recorded ? 'later' : 'earlier'}`;
  return ['listing says', by, unit, listed > recorded ? 'more' : 'less'].filter(Boolean).join(' ');
}

/** As the listing’s own facts are said, with the unit. */
function said({ field, recorded, unit }: RecordAnswer['differences'][number]): string {
  const text = fieldText(fieldOf(field) as Field, recorded) ?? '';
  return typeof recorded === 'number' && unit ? `${text} ${unit}` : text;
}
