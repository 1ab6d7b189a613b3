import type { RouteObject } from 'react-router';
import type { Page, RailPlace } from '../shared/page.js';

/** Each feature’s pages, by what it says of them itself: a page more is a line in its own folder. */
const OF_FEATURES = import.meta.glob<readonly Page[]>('../features/*/pages.ts', { eager: true, import: 'PAGES' });

/** All pages as routes: the map and the charts come only with the pages that show them. */
export const PAGE_ROUTES: RouteObject[] = Object.values(OF_FEATURES).flatMap((pages) =>
  pages.map(({ path, open }): RouteObject => ({ path, lazy: open })),
);

/** The places of the main navigation, by what the pages say themselves. */
export const RAIL: readonly RailPlace[] = Object.values(OF_FEATURES)
  .flatMap((pages) => pages.flatMap(({ rail }) => rail ?? []))
  .sort((a, b) => a.at - b.at);
