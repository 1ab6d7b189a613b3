import { useCallback, useEffect, useRef, useState } from 'react';
import { HOME } from '../map/index.js';
import type { CountyMap } from '../map/index.js';

const MOST_STEPS = 50;

/** Leads back to where the map was; null while it was nowhere else. */
export function useViewSteps({ map }: CountyMap): (() => void) | null {
  const steps = useRef<{ center: number[]; zoom: number }[]>([{ ...HOME }]);
  const [many, setMany] = useState(1);
  useEffect(() => {
    const rested = (): void => {
      const view = map.getView();
      const now = { center: view.getCenter() ?? HOME.center, zoom: view.getZoom() ?? HOME.zoom };
      const last = steps.current.at(-1);
      const far = last
        ? Math.hypot((now.center[0] ?? 0) - (last.center[0] ?? 0), (now.center[1] ?? 0) - (last.center[1] ?? 0))
        : Infinity;
      if (last && far < 20 * (view.getResolution() ?? 1) && Math.abs(now.zoom - last.zoom) < 0.1) return;
      steps.current = [...steps.current, now].slice(-MOST_STEPS);
      setMany(steps.current.length);
    };
    map.on('moveend', rested);
    return () => map.un('moveend', rested);
  }, [map]);
  const back = useCallback((): void => {
    steps.current = steps.current.slice(0, -1);
    const to = steps.current.at(-1);
    if (to) map.getView().animate({ ...to, duration: 250 });
    setMany(steps.current.length);
  }, [map]);
  return many > 1 ? back : null;
}
