import { Drawer } from 'antd';
import { lazy, Suspense, useCallback } from 'react';
import { Link } from 'react-router';
import { onPage } from '../../shared/onPage.js';
import { useReading } from '../../shared/reading.js';
import { Waiting } from '../../shared/Waiting.js';
/** The height of the bar, which stays in sight with the open file and the finder. */
const BAR_PX = 52;
/** As wide as leaves the results in sight; where there is no room for both, the whole window. */
const BESIDE = { size: 'min(830px, calc(100vw - 376px))', top: BAR_PX };
const ALONE = { size: '100vw', top: 0 };

const ListingSheet = lazy(async () => ({ default: (await import('./ListingPage.js')).ListingSheet }));

/** A home read beside the results: they stay where they are, and another one of them can be opened. */
export function ReadingDrawer() {
  const { listingKey, read } = useReading();
  const { size, top } = window.matchMedia('(max-width: 900px)').matches ? ALONE : BESIDE;
  const close = useCallback((): void => read(null), [read]);
  return (
    <Drawer
      open={listingKey !== null}
      onClose={close}
      placement="left"
      mask={false}
      closable={false}
      size={size}
      aria-label="A home from the results"
      styles={{ wrapper: { top }, body: { padding: 0, overflow: 'hidden' } }}
      getContainer={onPage}
      destroyOnHidden
    >
      {listingKey && (
        <Suspense fallback={<Waiting what="Opening the listing …" />}>
          <ListingSheet listingKey={listingKey} onStep={read}>
            <button type="button" className="plain strong" onClick={close}>
              Close
            </button>
            <Link to={`/listings/${listingKey}`}>Its page</Link>
          </ListingSheet>
        </Suspense>
      )}
    </Drawer>
  );
}
