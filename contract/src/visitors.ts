import type { Cadence, Search, ShownTo } from '@perambula/core';
import { get, post, put } from './endpoint.js';
import type { Portal } from './portal.js';

/** How often somebody who comes of their own accord may ask to hear. */
export const VISITOR_CADENCES = ['eachMorning', 'weekly'] as const satisfies readonly Cadence[];
export type VisitorCadence = (typeof VISITOR_CADENCES)[number];

/** The fields that a visitor's search may ask for. */
export const VISITOR_FIELDS = [
  'ListPrice',
  'BedroomsTotal',
  'Baths',
  'PropertySubType',
  'City',
  'SpecialListingConditions',
  'LivingArea',
  'LotSizeAcres',
  'GarageSpaces',
  'YearBuilt',
] as const;

/** An agent's page for whoever comes of their own accord. */
export interface VisitorPage {
  readonly agent: Portal['agent'];
  /** Towns where homes are listed, by name. */
  readonly towns: readonly string[];
  readonly now: string;
}

/** A home as anybody may see it. */
export interface PublicCard {
  readonly listing: ShownTo<'public'>;
  readonly address: string;
}

export interface VisitorHomes {
  /** How many fit, of those that may be shown to anybody. */
  readonly fit: number;
  /** Whether there are more than were counted. */
  readonly isMore: boolean;
  readonly cards: readonly PublicCard[];
}

/** Homes on the market that fit a visitor's search, so many from one on. */
export const visitorHomes = post('visitors/:agent/homes')
  .takes<{ readonly search: Search; readonly offset?: number }>()
  .gives<VisitorHomes>();

export const getVisitorPage = get('visitors/:agent').gives<VisitorPage>();

/** Asks to hear of homes that fit: a message with a button goes to the address, and nothing else before it is pressed. */
export const askAsVisitor = post('visitors/:agent/requests')
  .takes<{ readonly name: string; readonly email: string; readonly search: Search; readonly cadence: VisitorCadence }>()
  .gives<object>();

/** The agent's own page: its address, and whether anybody may open it. */
export interface OwnPage {
  readonly address: string | null;
}

export const getOwnPage = get('visitors').gives<OwnPage>();

/** Opens the page to anybody, or closes it. */
export const setOwnPage = put('visitors').takes<{ readonly isOpen: boolean }>().gives<OwnPage>();
