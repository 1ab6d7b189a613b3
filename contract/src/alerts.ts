import type { Cadence, Forecast, HoldReason, Tellable } from '@perambula/core';
import { get, patch, post, put } from './endpoint.js';

export interface AlertSettings {
  readonly cadence: Cadence;
  readonly tell: readonly Tellable[];
  /** Of price changes, those of so many per cent or more are told: 0 to 50. */
  readonly leastPercent: number;
  /** Tells only what comes from now on; the first message does not tell what fits already. */
  readonly newsOnly: boolean;
  /** Waits for the agent's look before anything is sent. */
  readonly held: boolean;
  /** For what else a message waits for that look. */
  readonly holdIf: readonly HoldReason[];
  /** The agents of the homes that it tells as new learn that somebody is looking for such a home, and never who. */
  readonly tellsOffices: boolean;
  readonly subject: string;
  readonly greeting: string;
}

export interface AlertState extends AlertSettings {
  readonly state: 'running' | 'paused' | 'stopped';
  /** ISO 8601; null while not running. */
  readonly nextDueAt: string | null;
  /** When it runs again by itself, ISO 8601; null while it is not paused, or paused until it is resumed. */
  readonly pausedUntil: string | null;
}

/** What a changed search adds to its running alert. */
export interface AddedHomes {
  /** Homes that fit now, and that its household was not told of. */
  readonly homes: number;
  /** The addresses of the first few. */
  readonly first: readonly string[];
}

/** A home in a message that waits for its agent's look. */
export interface HeldHome {
  readonly listingKey: string;
  readonly address: string;
  /** Dollars; null where it is not given. */
  readonly price: number | null;
  readonly why: string;
  /** What the agent says of it. */
  readonly words: string;
  readonly isLeftOut: boolean;
}

export interface AlertPreview {
  readonly forecast: Forecast;
  readonly to: readonly { readonly name: string; readonly email: string; readonly confirmed: boolean }[];
  readonly subject: string;
  readonly homes: number;
  /** Homes that fit, but whose sellers allow no display on the internet. */
  readonly keptOff: number;
}

export const previewAlert = post('searches/:id/alert/preview').takes<AlertSettings>().gives<AlertPreview>();

/** Homes and messages a week. */
interface Weekly {
  readonly homes: number;
  readonly messages: number;
}

/** How a forecast did: what the sixty days before a moment let expect, and what came since; the first message is not counted. */
export interface ForecastDid {
  /** ISO 8601: when the alert began, or sixty days ago. */
  readonly since: string;
  readonly expected: Weekly;
  readonly came: Weekly;
}

/** Null for an alert that does not run, or has not for two weeks. */
export interface ForecastAnswer {
  readonly did: ForecastDid | null;
}

export const getForecast = get('searches/:id/alert/forecast').gives<ForecastAnswer>();

export const startAlert = put('searches/:id/alert').takes<AlertSettings>().gives<AlertState>();

/** `until`: when a paused one runs again by itself. */
export const setAlertState = patch('searches/:id/alert')
  .takes<Pick<AlertState, 'state'> & { readonly until?: string }>()
  .gives<AlertState>();

export const addedHomes = get('searches/:id/alert/added').gives<AddedHomes>();

/** Tells what a changed search adds now, or never. */
export const tellAdded = post('searches/:id/alert/added').takes<{ readonly send: boolean }>().gives<AlertState>();

export const heldHomes = get('outbox/:id/homes').gives<readonly HeldHome[]>();

/** Leaves a home out of a held message or puts it back, and says something of it. */
export const changeHeldHome = patch('outbox/:id/homes/:key')
  .takes<Pick<HeldHome, 'words' | 'isLeftOut'>>()
  .gives<readonly HeldHome[]>();
