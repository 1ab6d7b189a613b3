import { get, post } from './endpoint.js';

/** The server's time, ISO 8601, and whether it is a demo's, which can be moved. */
export interface ClockAnswer {
  readonly now: string;
  /** The county's, by its IANA name. */
  readonly zone: string;
  readonly movable: boolean;
}

export const getClock = get('clock').gives<ClockAnswer>();

export const advanceClock = post('demo/clock').takes<{ readonly advance: string }>().gives<object>();
