import { lazy } from 'react';

/** The map comes with the first page that shows it. */
export const HomesMap = lazy(async () => ({ default: (await import('./HomesMap.js')).HomesMap }));
