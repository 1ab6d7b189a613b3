import type { PortalHome } from '@perambula/contract';
import { Leafed, useLeaf } from '../../shared/Leafed.js';
import { Picture } from '../../shared/Picture.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Gallery.module.css';

const cx = classesOf(ownCss);

interface Props extends Pick<PortalHome, 'listing'> {
  /** Of its pictures, in order; none where they are not known. */
  readonly captions: readonly string[];
}

/** A home's pictures, leafed by a finger, by arrows, or by keys. */
export function Gallery({ listing, captions }: Props) {
  const leaf = useLeaf(Math.max(1, Number(listing['PhotosCount'] ?? 1)));
  const caption = captions[leaf.index]?.toLowerCase();
  return (
    <Leafed leaf={leaf}>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- the arrow keys leaf */}
      <div className={cx('gallery')} role="group" aria-label="Pictures" tabIndex={0} onKeyDown={leaf.onKeyDown}>
        <Picture listingKey={listing.ListingKey} index={leaf.index} alt={caption ?? 'The home'} />
        <span className={cx('caption')}>{caption ? `${caption}, drawn from the listing` : 'drawn from the listing'}</span>
      </div>
    </Leafed>
  );
}
