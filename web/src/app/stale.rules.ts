import type { EventName } from '@perambula/contract';

/** What goes by the listings as they stand, by the first word of its query key. */
const OF_THE_MARKET = [
  'choices',
  'comparison',
  'count',
  'filled',
  'finder',
  'keys',
  'listing',
  'loosenings',
  'marks',
  'preview',
  'results',
  'rows',
  'today',
  // a bound's effect is counted, too
  'bounds',
];

/** What each event makes stale, by the first word of its query key. */
export const STALE: Readonly<Record<EventName, readonly string[]>> = {
  clock: [...OF_THE_MARKET, 'clock', 'clients', 'showings', 'searches'],
  listings: [...OF_THE_MARKET, 'shortlists'],
  visit: ['today', 'clients'],
  reaction: ['today', 'clients', 'shortlists'],
  showing: ['today', 'showings', 'clients'],
  mail: ['mailbox', 'today', 'clients', 'searches'],
};

/** Of these, what is asked for anew only when it is next opened: it stands on every page, or takes long to work out. */
export const WHEN_OPENED: readonly string[] = ['choices', 'filled', 'preview'];

/** What no event makes stale: it is the county's, the agent's own and changed here, or asked for again by itself. */
export const NEVER_STALE: readonly string[] = [
  'addresses',
  'coverage',
  'demoAccount',
  'drafts',
  'feed',
  'map',
  'own listings',
  'portal',
  'preferences',
  'roads',
  'session',
  'setup',
  'startingSets',
];
