import './homesMap.css';
import { lazy, Suspense } from 'react';
import type { HomesMap } from '../map/index.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './HomesOnMap.module.css';

const cx = classesOf(ownCss);

const Map = lazy(async () => ({ default: (await import('../map/index.js')).HomesMap }));

/** Some homes on the county's map, which comes when it is first shown. */
export function HomesOnMap(props: React.ComponentProps<typeof HomesMap>) {
  return (
    <div className="homes-map">
      <Suspense
        // plain: the portal has nothing of the agents' components
        fallback={
          <p className={cx('homes-map-wait')} role="status">
            Opening the map …
          </p>
        }
      >
        <Map {...props} />
      </Suspense>
    </div>
  );
}
