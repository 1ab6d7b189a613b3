import type { WalkedTo } from '@perambula/core';

/** What is walked to from a home, as it is called. */
export const WALKED_TO_LABEL: Readonly<Record<WalkedTo, string>> = {
  busStop: 'Bus stop',
  station: 'Station',
  ferry: 'Ferry',
  grocery: 'Groceries',
  school: 'School',
  clinic: 'Clinic',
  beach: 'Beach',
  trailhead: 'Trail',
};
