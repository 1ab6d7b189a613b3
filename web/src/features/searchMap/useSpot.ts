import { App } from 'antd';
import { useCallback, useState } from 'react';
import { deployment } from '../../shared/deployment.js';
import { geometryOf, isInCounty, project, unproject } from '../map/index.js';
import type { CountyMap } from '../map/index.js';
import type { Spot } from './SpotCard.js';

const HERE = 'Where I am';

/** The point or area that the map was asked about, and ways to go to one. */
export function useSpot(map: CountyMap) {
  const [spot, setSpot] = useState<Spot | null>(null);
  const { message } = App.useApp();
  const goTo = useCallback(
    (found: Spot): void => {
      setSpot(found);
      const view = map.map.getView();
      if (found.area)
        view.fit(geometryOf(found.area.shape).getExtent(), { padding: [60, 60, 60, 60], maxZoom: 15, duration: 300 });
      else {
        const zoom = Math.max(view.getZoom() ?? 0, 14.6);
        const [x = 0, y = 0] = project(found.place.at);
        // below the middle, where what is said of it does not cover it
        const [, height = 0] = map.map.getSize() ?? [];
        view.animate({ center: [x, y + 0.25 * height * view.getResolutionForZoom(zoom)], zoom, duration: 300 });
      }
    },
    [map],
  );
  const goHere = (): void => {
    if (!('geolocation' in navigator)) return void message.warning('This browser does not tell where it is.');
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        const at = unproject(project([coords.longitude, coords.latitude]));
        if (!isInCounty(at)) return void message.info(`You are outside of ${deployment().place}, where this map ends.`);
        goTo({ place: { name: HERE, at }, area: null });
      },
      () => void message.warning('The browser did not tell where it is. Allow it to, or press and hold a point of the map.'),
      { timeout: 10_000 },
    );
  };
  return { spot, setSpot, goTo, goHere };
}
