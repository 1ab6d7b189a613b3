import type { TravelTimes } from '../roads/travelTimes.js';
import type { TimeContext } from '../time/period.js';

/** What a listing is judged under besides its own record: the moment, its zone, and the county's roads where they are known. */
export interface Circumstances extends TimeContext {
  readonly roads?: TravelTimes;
}
