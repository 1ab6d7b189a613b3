import { usePublicRecord } from './listing.api.js';
import { sayListed, sayRecorded } from './record.rules.js';
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
              {sayRecorded(each)} <span className="tight">{sayListed(each)}</span>
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
