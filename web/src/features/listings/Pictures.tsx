import { isOwnKey } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { lazy, Suspense, useState } from 'react';
import { street } from '../../shared/format.js';
import { Picture } from '../../shared/Picture.js';
import { useListingMedia } from './listing.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Pictures.module.css';

const cx = classesOf(ownCss);

const Viewer = lazy(async () => ({ default: (await import('./Viewer.js')).Viewer }));

/** A home's pictures: one large, the others in a strip, all of them over the whole window. */
export function Pictures({ listing }: { readonly listing: ListingRecord }) {
  const [shown, setShown] = useState(0);
  const [isLarge, setLarge] = useState(false);
  const key = listing.ListingKey;
  const captions = useListingMedia(key).data?.pictures ?? [];
  const caption = (i: number): string => captions[i]?.toLowerCase() ?? 'picture';
  const count = Number(listing['PhotosCount'] ?? (isOwnKey(key) ? 0 : 1));
  if (count === 0) return <p className={cx('pictureless soft')}>No pictures came with this listing.</p>;
  const alt = (i: number): string => `${street(listing)}, ${caption(i)}`;
  const all = Array.from({ length: count }, (_, i) => i);
  return (
    <>
      <button
        type="button"
        className={cx('large')}
        onClick={() => setLarge(true)}
        aria-label={`Enlarge picture ${shown + 1}: ${caption(shown)}`}
      >
        <Picture listingKey={key} index={shown} alt={alt(shown)} />
        <span>
          {shown + 1} of {count} · {caption(shown)}, drawn from the listing
        </span>
      </button>
      <div className={cx('strip')}>
        {all.map((i) => (
          <button
            type="button"
            key={i}
            aria-pressed={i === shown}
            onClick={() => setShown(i)}
            aria-label={`Picture ${i + 1}: ${caption(i)}`}
          >
            <Picture listingKey={key} index={i} alt="" />
          </button>
        ))}
      </div>
      {isLarge && (
        <Suspense fallback={null}>
          <Viewer
            pictures={all.map((i) => ({ src: `/media/${key}/${i}.svg`, alt: alt(i), caption: caption(i) }))}
            at={shown}
            onAt={setShown}
            onClose={() => setLarge(false)}
          />
        </Suspense>
      )}
    </>
  );
}
