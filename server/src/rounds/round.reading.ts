import { Inject, Injectable } from '@nestjs/common';
import { roundAskOf } from '@perambula/contract';
import type { LeftOutHome, Round, RoundHome, RoundLeg, RoundOutline, RoundShowing } from '@perambula/contract';
import { clockOf, likelyHours, positionOf, readInstructions, sayStep, timed } from '@perambula/core';
import type { BusyHours, Day, Journey, ListingRecord, LonLat, OfficeAnswer, Route, TimeSpan, TravelTable } from '@perambula/core';
import { DateTime } from 'luxon';
import type { ClientRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ListingsService } from '../listings/index.js';
import { RoadsService } from '../roads/index.js';
import { hoursOn, minutesOn, OfficeAnswers, ShowingsService } from '../showings/index.js';
import type { ShowingRow } from '../showings/index.js';
import type { RoundHomeRow, RoundRow } from './round.entity.js';

/** Minutes about a round within which its drives are measured, so that it can be moved a little. */
const ABOUT = 60;
/** A drive of so many metres may be walked instead, if that takes no more than so many minutes. */
const NEAR_METRES = 800;
const MOST_ON_FOOT = 10;
/** Where nothing is, so that no road leads there. */
const NOWHERE: LonLat = [0, -90];

/** A round as it stands, with what its listings and offices say and how far its homes lie apart. */
@Injectable()
export class RoundReading {
  constructor(
    private readonly clock: Clock,
    private readonly listings: ListingsService,
    private readonly showings: ShowingsService,
    private readonly answers: OfficeAnswers,
    private readonly roads: RoadsService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone'>,
  ) {}

  /** All of it, with the ways from home to home. */
  async read(row: RoundRow, rows: readonly RoundHomeRow[], client: ClientRow | null): Promise<Omit<Round, 'others'>> {
    const round = await this.outline(row, rows, client);
    return { ...round, legs: await this.legsOf(round) };
  }

  /** What its order is found by, and its times are told by. */
  async outline(row: RoundRow, rows: readonly RoundHomeRow[], client: ClientRow | null): Promise<RoundOutline> {
    const [homes, leftOut] = [rows.filter(({ isLeftOut }) => !isLeftOut), rows.filter(({ isLeftOut }) => isLeftOut)];
    const listed = [...homes, ...leftOut];
    const read = await this.homesOf(row, listed, client);
    const { id, clientId, name, on, begin, end, leaveAt, backBy, aim, break: pause, isOwnOrder, orderedBy } = row;
    // with fewer hours an order that can be kept is still the best
    const isProven = row.isProven && read.every((home) => isNarrower(home.open, orderedBy?.[home.id] ?? []));
    return {
      ...{ clientName: client?.name ?? '', asksAfter: client?.asksAfter ?? false },
      ...{ id, clientId, name, on, begin, end, leaveAt, backBy, aim, break: pause, isOwnOrder, isProven },
      homes: read.slice(0, homes.length),
      leftOut: read.slice(homes.length).map((home, i): LeftOutHome => ({ ...home, change: leftOut[i]?.change ?? null })),
      table: await this.tableOf(row, read),
    };
  }

  /** A time of the round's day by the clock on the wall, as a moment. */
  momentOf(on: string, minutes: number): Date {
    return this.dayOf(on)
      .set({ hour: Math.floor(minutes / 60), minute: minutes % 60 })
      .toJSDate();
  }

  /** A moment in minutes from the midnight of the round's day, by the clock on the wall. */
  minutesOf(on: string, moment: string): number {
    return minutesOn(this.dayOf(on), new Date(moment));
  }

  private dayOf(on: string): DateTime {
    return DateTime.fromISO(on, { zone: this.config.zone });
  }

  private async homesOf(
    { agentId, clientId, on }: RoundRow,
    rows: readonly RoundHomeRow[],
    client: ClientRow | null,
  ): Promise<RoundHome[]> {
    const records = await this.listings.byKeys(rows.map(({ listingKey }) => listingKey));
    const showings = clientId ? await this.showings.ofClient(clientId) : [];
    const answers = await this.answers.latest();
    const busy = client?.busy ?? [];
    const clashes = clientId ? await this.showings.clashesOf(agentId) : new Map<string, string>();
    return Promise.all(
      rows.map((row) => {
        const showing = showingOn(
          showings.filter(({ listingKey }) => listingKey === row.listingKey),
          (moment) => this.dayOf(on).hasSame(DateTime.fromJSDate(moment, { zone: this.config.zone }), 'day'),
        );
        const record = records.get(row.listingKey) ?? { ListingKey: row.listingKey };
        const said = showing && shownOf(showing, clashes.get(showing.id) ?? null);
        return this.homeOf({ on, isPassedBy: clientId === null, busy, answers }, row, record, said);
      }),
    );
  }

  private async homeOf(
    { on, isPassedBy, busy, answers }: OfRound,
    row: RoundHomeRow,
    record: ListingRecord,
    showing: RoundShowing | null,
  ): Promise<RoundHome> {
    const day = this.dayOf(on);
    const instructions = String(record['ShowingInstructions'] ?? '');
    const rules = readInstructions(instructions);
    const agreed = showing?.state === 'confirmed' && showing.startAt ? minutesOn(day, new Date(showing.startAt)) : null;
    const minutes = agreed !== null && showing ? showing.minutes : row.minutes;
    const hours = hoursOn({
      rules,
      day,
      now: this.clock.date(),
      openHouses: rules.isOpenHouseOnly ? await this.openHousesOn(day, row.listingKey) : [],
      hours: row.hours,
      agreed: agreed === null ? null : { from: agreed, until: agreed + minutes },
      isPassedBy,
      isAsked: showing?.state === 'proposed' || showing?.state === 'countered',
      busy,
    });
    return {
      id: row.id,
      listingKey: row.listingKey,
      address: String(record['UnparsedAddress'] ?? row.listingKey),
      price: Number(record['ListPrice'] ?? 0),
      status: String(record['StandardStatus'] ?? ''),
      at: positionOf(record),
      minutes,
      ...{ place: row.place, before: row.before, beside: row.beside },
      ...hours,
      likely: likelyHours(rules.occupant, answers),
      instructions,
      rules,
      agentMobile: String(record['ListAgentMobilePhone'] ?? ''),
      showing,
    };
  }

  private async openHousesOn(day: DateTime, key: string): Promise<{ from: number; until: number }[]> {
    const all = await this.listings.openHousesOf(key);
    return all.flatMap(({ startsAt, endsAt, status }) => {
      const [from, until] = [minutesOn(day, new Date(startsAt)), minutesOn(day, new Date(endsAt))];
      return status === 'Canceled' || from < 0 || from >= 1440 ? [] : [{ from, until }];
    });
  }

  /** The drives between homes, and to them from where the round begins, and from them to where it ends. */
  private async tableOf({ begin, end, on, leaveAt, backBy }: RoundRow, homes: readonly RoundHome[]): Promise<TravelTable> {
    const places = [...homes.map(({ at }) => at ?? NOWHERE), begin?.at ?? NOWHERE, end?.at ?? NOWHERE];
    // in whatever order the homes come, their drives are measured once
    const inOrder = [...places.keys()].sort((a, b) => String(places[a]).localeCompare(String(places[b])));
    const placeOf = [...places.keys()].map((i) => inOrder.indexOf(i));
    const ask = {
      places: inOrder.map((i) => places[i] as LonLat),
      on: this.kindOf(on),
      from: Math.max(0, leaveAt - ABOUT),
      until: Math.min(1440, backBy + ABOUT),
    };
    const table = (await this.roads.table(ask)) ?? { moments: [0], minutes: places.map(() => places.map(() => [0])) };
    // it begins at the first home, or ends at the last
    const [first, last] = [homes.length, homes.length + 1];
    const still = table.moments.map(() => 0);
    return {
      ...table,
      minutes: placeOf.map((from, i) =>
        placeOf.map((to, j) => ((i === first && !begin) || (j === last && !end) ? still : (table.minutes[from]?.[to] ?? still))),
      ),
    };
  }

  private kindOf(on: string): Day {
    const { weekday } = this.dayOf(on);
    return weekday === 7 ? 'sunday' : weekday === 6 ? 'saturday' : 'weekday';
  }

  private async legsOf(round: RoundOutline): Promise<(RoundLeg | null)[]> {
    const { visits, leaveAt } = timed(
      roundAskOf(round),
      round.homes.map(({ id }) => id),
    );
    const places = [round.begin?.at ?? null, ...round.homes.map(({ at }) => at), round.end?.at ?? null];
    const journeys = places.slice(1).map((to, i): Journey | null => {
      const from = places[i];
      const [left, next] = [visits[i - 1], visits[i]];
      const at = Math.floor(next ? next.arriveAt - next.drive : (left?.endAt ?? leaveAt)) % 1440;
      return from && to ? { from, to, leaveAt: clockOf(at), on: this.kindOf(round.on), by: 'car' } : null;
    });
    const driven = await this.waysOf(journeys);
    const isNear = driven.map((route) => route !== null && route.metres <= NEAR_METRES);
    const walked = await this.waysOf(journeys.map((journey, i) => (journey && isNear[i] ? { ...journey, by: 'foot' } : null)));
    return driven.map((route, i) => {
      if (!route) return null;
      const { metres, line, steps } = route;
      const minutes = walked[i] ? walked[i].seconds / 60 : Infinity;
      const onFoot = minutes <= MOST_ON_FOOT ? minutes : null;
      return { metres, onFoot, line, steps: steps.map((step) => ({ text: sayStep(step), metres: step.metres })) };
    });
  }

  /** The ways of some journeys, null where there is none. */
  private async waysOf(journeys: readonly (Journey | null)[]): Promise<(Route | null)[]> {
    const routes = await this.roads.routes(journeys.filter((journey) => journey !== null));
    let next = 0;
    return journeys.map((journey) => (journey ? (routes[next++] ?? null) : null));
  }
}

/** Whether some hours lie within others. */
function isNarrower(hours: readonly TimeSpan[], others: readonly TimeSpan[]): boolean {
  return hours.every(({ from, until }) => others.some((other) => other.from <= from && until <= other.until));
}

/** What of a round its homes are read by. */
interface OfRound {
  readonly on: string;
  readonly isPassedBy: boolean;
  readonly busy: readonly BusyHours[];
  readonly answers: readonly OfficeAnswer[];
}

function shownOf(row: ShowingRow, clash: string | null): RoundShowing {
  const { id, state, startAt, minutes, offeredAt, isInvited, answer } = row;
  const [start, offered] = [startAt, offeredAt].map((each) => each?.toISOString() ?? null);
  return { id, state, startAt: start ?? null, minutes, offeredAt: offered ?? null, isInvited, answer, clash };
}

/** What is said of a visit on a day: agreed to, asked for, wished for; else that it was refused. */
function showingOn(showings: readonly ShowingRow[], isOn: (moment: Date) => boolean): ShowingRow | null {
  const dated = showings.filter(({ startAt }) => startAt !== null && isOn(startAt));
  return (
    dated.find(({ state }) => state === 'confirmed' || state === 'proposed' || state === 'countered') ??
    showings.find(({ state }) => state === 'asked') ??
    dated.find(({ state }) => state === 'refused') ??
    null
  );
}
