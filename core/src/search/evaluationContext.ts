import type { TravelTimes } from '../roads/travelTimes.js';
import type { TimeContext } from '../time/period.js';

/** What a listing is judged under besides its own record: the moment, its zone, and the county's roads where they are known. */
export interface EvaluationContext extends TimeContext {
  readonly roads?: TravelTimes;
  /** Whose own listings an engine looks at besides those that are everybody's. */
  readonly reader?: string;
  /** Called before each part of an engine's work, and between its pieces, with its line's or bound's id. What it throws ends the work; what was done so far is kept. */
  readonly before?: (part: string) => void;
}
