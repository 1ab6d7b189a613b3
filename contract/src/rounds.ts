import type {
  Aim,
  LikelyHours,
  LonLat,
  RoundAsk,
  RoundBreak,
  RoundChange,
  ShowingRules,
  TimeSpan,
  TravelTable,
} from '@perambula/core';
import { get, patch, post, put, remove } from './endpoint.js';
import type { Showing } from './showings.js';

/** Homes of one round at most. */
export const MOST_OF_A_ROUND = 20;

/** Where a round begins or ends. */
export interface RoundPlace {
  readonly name: string;
  readonly at: LonLat;
}

/**
 * Where the hours come from in which a home can be seen: the office agreed to one, the agent said them, the client is not free at
 * others, the listing says them, or nobody.
 */
export type HoursBy = 'office' | 'agent' | 'client' | 'instructions' | 'nobody';

/** What a listing office says of a visit on the round's day. */
export type RoundShowing = Pick<Showing, 'id' | 'state' | 'startAt' | 'minutes' | 'offeredAt' | 'isInvited' | 'answer' | 'clash'>;

/** A home to be seen on a round. */
export interface RoundHome {
  readonly id: string;
  readonly listingKey: string;
  readonly address: string;
  readonly price: number;
  readonly status: string;
  /** Degrees; null where its place is not known. */
  readonly at: LonLat | null;
  /** How long the visit takes, with parking. */
  readonly minutes: number;
  readonly place: 'first' | 'last' | null;
  /** Another home of the round that is seen after it, and another right beside which it is seen. */
  readonly before: string | null;
  readonly beside: string | null;
  /** When it can be seen that day, in minutes from midnight. */
  readonly open: readonly TimeSpan[];
  readonly hoursBy: HoursBy;
  /** When its office agrees most readily. */
  readonly likely: LikelyHours;
  readonly instructions: string;
  readonly rules: ShowingRules;
  /** The listing agent's mobile telephone. */
  readonly agentMobile: string;
  /** What the listing office says of a visit on that day, or was not asked for yet. */
  readonly showing: RoundShowing | null;
}

/** A home for which the round had no time, and the smallest change by which it would. */
export interface LeftOutHome extends RoundHome {
  readonly change: RoundChange | null;
}

/** The way to a home, or to the end of the round. */
export interface RoundLeg {
  readonly metres: number;
  /** Minutes that it takes on foot, where it is near. */
  readonly onFoot: number | null;
  readonly line: readonly LonLat[];
  /** Turn by turn, in words. */
  readonly steps: readonly { readonly text: string; readonly metres: number }[];
}

export interface Round {
  readonly id: string;
  readonly clientId: string | null;
  readonly clientName: string;
  /** Whether the client is asked that evening how the homes were. */
  readonly asksAfter: boolean;
  readonly name: string;
  /** The day, ISO 8601. */
  readonly on: string;
  /** Null where it begins at the first home, or ends at the last. */
  readonly begin: RoundPlace | null;
  readonly end: RoundPlace | null;
  /** In minutes from midnight. */
  readonly leaveAt: number;
  readonly backBy: number;
  readonly aim: Aim;
  /** Null where none is wished for. */
  readonly break: RoundBreak | null;
  /** Whether the agent put the homes in their order. */
  readonly isOwnOrder: boolean;
  /** Whether no order is better. */
  readonly isProven: boolean;
  /** In their order. */
  readonly homes: readonly RoundHome[];
  readonly leftOut: readonly LeftOutHome[];
  /** The drives between the homes in their order, those left out, the begin and the end. */
  readonly table: TravelTable;
  /** One to each home, and one to the end; null where no way is known. */
  readonly legs: readonly (RoundLeg | null)[];
  /** Other rounds of the same people that day, the agent's own or another's. */
  readonly others: readonly OtherRound[];
}

/** Another round of the same people on the same day. */
export interface OtherRound {
  readonly agentName: string;
  readonly isOwn: boolean;
  /** From when until when, in minutes from midnight. */
  readonly from: number;
  readonly until: number;
}

/** A round without the ways from home to home, and without others. */
export type RoundOutline = Omit<Round, 'legs' | 'others'>;

/** What a round's order is found by, and its times are told by. */
export function roundAskOf({ homes, leftOut, table, leaveAt, backBy, aim, break: pause }: RoundOutline): RoundAsk {
  const stops = [...homes, ...leftOut].map(({ id, minutes, open, place, before, beside, hoursBy, likely }) => ({
    ...{ id, minutes, open },
    ...(place ? { place } : {}),
    ...(before ? { before } : {}),
    ...(beside ? { beside } : {}),
    // what an office agreed to is as likely as can be
    ...(hoursBy === 'office' ? {} : { likely: likely.hours }),
  }));
  return { stops, table, leaveAt, backBy, aim, ...(pause ? { break: pause } : {}) };
}

export interface RoundSummary extends Pick<Round, 'id' | 'clientId' | 'clientName' | 'name' | 'on'> {
  readonly homes: number;
}

export interface RoundSettings {
  readonly name?: string;
  readonly on?: string;
  readonly begin?: RoundPlace | null;
  readonly end?: RoundPlace | null;
  readonly leaveAt?: number;
  readonly backBy?: number;
  readonly aim?: Aim;
  readonly break?: RoundBreak | null;
  /** How long each visit takes. */
  readonly minutes?: number;
}

/** What the agent says of a home: how long its visit takes, its place among the others, and its hours, which null leaves to the listing. */
export interface RoundHomeChange {
  readonly minutes?: number;
  readonly place?: 'first' | 'last' | null;
  readonly before?: string | null;
  readonly beside?: string | null;
  readonly hours?: TimeSpan | null;
}

export const listRounds = get('rounds').gives<RoundSummary[]>();

/** Makes a round of homes, in the best order. */
export const createRound = post('rounds')
  .takes<{ readonly clientId: string | null; readonly on: string; readonly listingKeys: readonly string[] }>()
  .gives<{ readonly id: string }>();

export const getRound = get('rounds/:id').gives<Round>();

export const changeRound = patch('rounds/:id').takes<RoundSettings>().gives<Round>();

export const removeRound = remove('rounds/:id').gives<object>();

/** Puts the homes in an order of the agent's own. */
export const reorderRound = put('rounds/:id/order').takes<{ readonly homeIds: readonly string[] }>().gives<Round>();

/** An order of a round beside others that it could have. */
export interface RoundOrder {
  /** How many homes are seen, and how many are not. */
  readonly homes: number;
  readonly leftOut: number;
  readonly backAt: number;
  /** Minutes. */
  readonly driving: number;
  /** Visits at hours to which offices agree less readily. */
  readonly unlikely: number;
}

/** The best order by an aim, which the round does not take. */
export const getRoundOrder = get('rounds/:id/orders/:aim').gives<RoundOrder>();

/** Puts the homes in the best order. */
export const orderRoundBest = post('rounds/:id/bestOrder').gives<Round>();

export const addToRound = post('rounds/:id/homes').takes<{ readonly listingKeys: readonly string[] }>().gives<Round>();

export const changeRoundHome = patch('rounds/:id/homes/:homeId').takes<RoundHomeChange>().gives<Round>();

export const removeRoundHome = remove('rounds/:id/homes/:homeId').gives<Round>();

/** For whom a round is printed: what is the agent's alone stands on the agent's only. */
export const SHEETS = ['agent', 'client'] as const;
export type SheetFor = (typeof SHEETS)[number];

export const getDaySheet = get('rounds/:id/daySheet').takes<{ readonly sheetFor: SheetFor }>().givesFile();

/** Asks the listing offices for the times of the round, where they were not asked yet. */
export const askForRound = post('rounds/:id/requests')
  .takes<{ readonly withoutAgreement?: boolean }>()
  .gives<{ readonly asked: number; readonly notAsked: readonly { readonly address: string; readonly why: string }[] }>();

/** How a round is as it stands, and how it would be with the time that a listing office offers for one of its homes. */
export interface OfferOutcome {
  /** When it is over, in minutes from midnight. */
  readonly now: number;
  readonly then: number;
  /** The places of the homes then, where their order changes. */
  readonly order: readonly { readonly address: string; readonly startAt: number }[];
  readonly isReordered: boolean;
  /** The homes that could be seen as it stands, and could not be then. */
  readonly lost: readonly string[];
}

export const getOfferOutcome = get('rounds/:id/homes/:homeId/offer').gives<OfferOutcome>();

/** Takes the time that a listing office offers, and orders the round by it. */
export const acceptRoundOffer = post('rounds/:id/homes/:homeId/offer')
  .takes<{ readonly withoutAgreement?: boolean }>()
  .gives<Round>();

/** Sends the client what is agreed, as a message with one calendar file and the client's day sheet. */
export const sendRound = post('rounds/:id/message').gives<{ readonly sentTo: number; readonly homes: number }>();
