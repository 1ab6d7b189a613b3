import type { PortalCard } from '@perambula/contract';
import { Leafed, useLeaf } from '../../shared/Leafed.js';
import { Picture } from '../../shared/Picture.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Gallery.module.css';

const cx = classesOf(ownCss);

interface Props extends Pick<PortalCard, 'listing'> {
  /** Of its pictures, in order; none where they are not known. */
  readonly captions: readonly string[];
}

/** A home's pictures, leafed by a finger, a click or the arrow keys. */
export function Gallery({ listing, captions }: Props) {
  const leaf = useLeaf(Math.max(1, Number(listing['PhotosCount'] ?? 1)));
  const caption = captions[leaf.index]?.toLowerCase();
  return (
    <Leafed leaf={leaf}>
      <button
        type="button"
        className={cx('gallery')}
        onClick={() => leaf.step(1)}
        onKeyDown={leaf.onKeyDown}
        aria-label={`Picture ${leaf.index + 1} of ${leaf.count}${caption ? `: ${caption}` : ''}`}
      >
        <Picture listingKey={listing.ListingKey} index={leaf.index} alt="" />
        <span className={cx('caption')}>{caption ? `${caption}, drawn from the listing` : 'drawn from the listing'}</span>
      </button>
    </Leafed>
  );
}
