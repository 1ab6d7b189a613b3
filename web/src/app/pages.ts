import type { RouteObject } from 'react-router';
import type { Page } from '../shared/page.js';

/** Each feature’s pages, by what it says of them itself: a page more is a line in its own folder. */
const OF_FEATURES = import.meta.glob<readonly Page[]>('../features/*/pages.ts', { eager: true, import: 'PAGES' });

/** All pages as routes: the map and the charts come only with the pages that show them. */
export const PAGE_ROUTES: RouteObject[] = Object.values(OF_FEATURES).flatMap((pages) =>
  pages.map(({ path, open }): RouteObject => ({ path, lazy: open })),
);
