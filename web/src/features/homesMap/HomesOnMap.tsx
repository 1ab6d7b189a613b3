import './homesMap.css';
import { lazy, Suspense } from 'react';
import type { HomesMap } from '../map/index.js';
import { Waiting } from '../../shared/Waiting.js';

const Map = lazy(async () => ({ default: (await import('../map/index.js')).HomesMap }));

/** Some homes on the county's map, which comes when it is first shown. */
export function HomesOnMap(props: React.ComponentProps<typeof HomesMap>) {
  return (
    <div className="homes-map">
      <Suspense fallback={<Waiting what="Opening the map …" />}>
        <Map {...props} />
      </Suspense>
    </div>
  );
}
