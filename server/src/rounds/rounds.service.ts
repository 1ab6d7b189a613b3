import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { MOST_OF_A_ROUND, roundAskOf } from '@perambula/contract';
import type {
  OfferOutcome,
  OtherRound,
  Round,
  RoundHomeChange,
  RoundOrder,
  RoundOutline,
  RoundPlace,
  RoundSettings,
  RoundSummary,
} from '@perambula/contract';
import { timed } from '@perambula/core';
import type { Aim } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource, In } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import type { ClientRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { AddressesService } from '../places/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ShowingsService } from '../showings/index.js';
import { RoundHomeRow, RoundRow } from './round.entity.js';
import { offerOf, outcome, withOffer } from './offers.js';
import { RoundOrders } from './round.orders.js';
import type { OrderFound } from './round.orders.js';
import { RoundReading } from './round.reading.js';

const VISIT_MINUTES = 25;
const LEAVE_AT = 10 * 60;
const BACK_BY = 18 * 60;

/** Homes to be seen one after the other on one day, and the order in which they are. */
@Injectable()
export class RoundsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly showings: ShowingsService,
    private readonly addresses: AddressesService,
    private readonly reading: RoundReading,
    private readonly desk: Desk,
  ) {}

  /** The next day's first, then those that are over. */
  async list(agentId: string): Promise<RoundSummary[]> {
    const rows = await this.database
      .getRepository(RoundRow)
      .find({ where: { agentId }, order: { on: 'DESC', createdAt: 'DESC' } });
    const homes = await this.database.getRepository(RoundHomeRow).findBy({ roundId: In(rows.map(({ id }) => id)) });
    const names = new Map((await this.clients.all(agentId, { archived: true })).map(({ id, name }) => [id, name]));
    return rows.map(({ id, clientId, name, on }) => ({
      ...{ id, clientId, name, on },
      clientName: names.get(clientId ?? '') ?? '',
      homes: homes.filter(({ roundId }) => roundId === id).length,
    }));
  }

  async get(agentId: string, id: string): Promise<Round> {
    const [row, homes, client] = await this.rowsOf(agentId, id);
    const round = await this.reading.read(row, homes, client);
    return { ...round, others: client ? await this.othersOf(round, agentId, client) : [] };
  }

  /** What the best order by an aim would come to; the round stays as it is. */
  async weigh(agentId: string, id: string, aim: Aim): Promise<RoundOrder> {
    const round = await this.reading.outline(...(await this.rowsOf(agentId, id)));
    return this.desk.run('page', 'the orders of this round', RoundOrders, 'weighed', roundAskOf({ ...round, aim }));
  }

  /** Rounds of the same people at the same time of that day, whichever agent's. */
  private async othersOf(round: RoundOutline, agentId: string, client: ClientRow): Promise<OtherRound[]> {
    const rows = await this.database.query<{ id: string; agentId: string; agentName: string }[]>(
      `SELECT DISTINCT r.id, r.agentId, a.name AS agentName
       FROM rounds r JOIN agents a ON a.id = r.agentId LEFT JOIN people p ON p.clientId = r.clientId AND p.leftAt IS NULL
       WHERE r.\`on\` = ? AND r.id <> ?
         AND (r.clientId = ? OR p.email IN (SELECT q.email FROM people q WHERE q.clientId = ? AND q.leftAt IS NULL))`,
      [round.on, round.id, client.id, client.id],
    );
    const [from, until] = spanOf(round);
    const others = await Promise.all(
      rows.map(async (other) => {
        const [begins, ends] = spanOf(await this.reading.outline(...(await this.rowsOf(other.agentId, other.id))));
        return { agentName: other.agentName, isOwn: other.agentId === agentId, from: begins, until: ends };
      }),
    );
    return others.filter((other) => other.from < until && from < other.until);
  }

  /** A round of some homes in the best order; it begins and ends where the agent's last one did, or at the office. */
  async create(agent: AgentRow, clientId: string | null, on: string, listingKeys: readonly string[]): Promise<{ id: string }> {
    if (clientId) await this.clients.own(agent.id, clientId);
    for (const key of listingKeys) await this.listings.forOthers(key);
    const place = await this.usualPlace(agent);
    const id = randomUUID();
    await this.database.getRepository(RoundRow).insert({
      ...{ id, agentId: agent.id, clientId, on },
      name: `${DateTime.fromISO(on).toFormat('cccc')} round`,
      ...{ begin: place, end: place, leaveAt: LEAVE_AT, backBy: BACK_BY },
      // until the best one is found, they stand as they were chosen
      ...{ aim: 'soonest', break: null, isOwnOrder: true, isProven: false, orderedBy: null, createdAt: this.clock.date() },
    });
    await this.addHomes(id, listingKeys);
    await this.orderBest(agent.id, id).catch((error: unknown) => {
      if (!(error instanceof Failure) || error.code !== 'request.tooHeavy') throw error;
    });
    return { id };
  }

  async change(agentId: string, id: string, { minutes, ...settings }: RoundSettings): Promise<Round> {
    const row = await this.own(agentId, id);
    if ((settings.leaveAt ?? row.leaveAt) >= (settings.backBy ?? row.backBy))
      throw new Failure('request.invalid', 'A round sets out before it is over. Choose another time.', { path: 'backBy' });
    await this.database.getRepository(RoundRow).save({ ...row, ...settings });
    if (minutes !== undefined) await this.database.getRepository(RoundHomeRow).update({ roundId: id }, { minutes });
    return this.ordered(agentId, id);
  }

  async remove(agentId: string, id: string): Promise<void> {
    await this.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      await manager.delete(RoundHomeRow, { roundId: id });
      await manager.delete(RoundRow, { id });
    });
  }

  /** Adds homes at the end, those that are there already not again. */
  async add(agentId: string, id: string, listingKeys: readonly string[]): Promise<Round> {
    await this.own(agentId, id);
    for (const key of listingKeys) await this.listings.forOthers(key);
    await this.addHomes(id, listingKeys);
    return this.ordered(agentId, id);
  }

  private async addHomes(id: string, listingKeys: readonly string[]): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      await manager.findOne(RoundRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const there = await manager.findBy(RoundHomeRow, { roundId: id });
      const fresh = listingKeys.filter((key) => !there.some(({ listingKey }) => listingKey === key));
      if (there.length + fresh.length > MOST_OF_A_ROUND)
        throw new Failure('round.full', `A round holds ${MOST_OF_A_ROUND} homes at most. Make a second one of the rest.`);
      await manager.insert(
        RoundHomeRow,
        fresh.map((listingKey, i) => ({
          ...{ id: randomUUID(), roundId: id, listingKey, position: there.length + i },
          ...{ minutes: VISIT_MINUTES, place: null, before: null, beside: null, hours: null, change: null },
        })),
      );
    });
  }

  async changeHome(agentId: string, id: string, homeId: string, change: RoundHomeChange): Promise<Round> {
    await this.own(agentId, id);
    const homes = this.database.getRepository(RoundHomeRow);
    const home = found(await homes.findOneBy({ id: homeId, roundId: id }), 'home on this round');
    for (const tied of ['before', 'beside'] as const) {
      const other = change[tied] ?? null;
      if (other !== null && (other === homeId || !(await homes.existsBy({ id: other, roundId: id }))))
        throw new Failure('request.invalid', 'Choose another home of this round.', { path: tied });
    }
    await homes.save({ ...home, ...change });
    return this.ordered(agentId, id);
  }

  async removeHome(agentId: string, id: string, homeId: string): Promise<Round> {
    await this.own(agentId, id);
    const homes = this.database.getRepository(RoundHomeRow);
    await homes.delete({ id: homeId, roundId: id });
    for (const tied of ['before', 'beside'] as const) await homes.update({ roundId: id, [tied]: homeId }, { [tied]: null });
    return this.ordered(agentId, id);
  }

  /** Puts homes in an order of the agent's own, which takes in those that were left out where it names them. */
  async reorder(agentId: string, id: string, homeIds: readonly string[]): Promise<Round> {
    await this.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      await manager.findOne(RoundRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const there = await manager.findBy(RoundHomeRow, { roundId: id });
      const isWhole = there.every(({ id: homeId, isLeftOut }) => isLeftOut || homeIds.includes(homeId));
      const isKnown = homeIds.every((homeId, i) => there.some((home) => home.id === homeId) && homeIds.indexOf(homeId) === i);
      if (!isWhole || !isKnown)
        throw new Failure('request.invalid', 'The order must name every home of the round once. Reload it and try again.', {
          path: 'homeIds',
        });
      for (const [position, homeId] of homeIds.entries())
        await manager.update(RoundHomeRow, { id: homeId }, { position, isLeftOut: false, change: null });
      await manager.update(RoundRow, { id }, { isOwnOrder: true, isProven: false });
    });
    return this.get(agentId, id);
  }

  /** Puts the homes in the best order, whoever ordered them before. */
  async orderBest(agentId: string, id: string): Promise<Round> {
    const round = await this.reading.outline(...(await this.rowsOf(agentId, id)));
    const { order, leftOut, isProven } = await this.bestOf(round);
    await inTransaction(this.database, async (manager) => {
      for (const [position, homeId] of order.entries())
        await manager.update(RoundHomeRow, { id: homeId }, { position, isLeftOut: false, change: null });
      for (const [i, { id: homeId, change }] of leftOut.entries())
        await manager.update(RoundHomeRow, { id: homeId }, { position: order.length + i, isLeftOut: true, change });
      const orderedBy = Object.fromEntries([...round.homes, ...round.leftOut].map((home) => [home.id, home.open]));
      await manager.update(RoundRow, { id }, { isOwnOrder: false, isProven, orderedBy });
    });
    return this.get(agentId, id);
  }

  /** What the time would do to a round that a listing office offers for one of its homes. */
  async outcomeOf(agentId: string, id: string, homeId: string): Promise<OfferOutcome> {
    const round = await this.reading.outline(...(await this.rowsOf(agentId, id)));
    const offeredAt = offerOf(round, homeId).offeredAt;
    const from = this.reading.minutesOf(round.on, offeredAt);
    const then = withOffer(round, homeId, from);
    const kept = round.homes.map((home) => home.id);
    const order = round.isOwnOrder ? kept : (await this.bestOf(then)).order;
    return outcome(round, kept, then, order);
  }

  /** Takes that time; the round is ordered by it, unless its order is the agent's own. */
  async acceptOffer(agent: AgentRow, id: string, homeId: string, withoutAgreement: boolean): Promise<Round> {
    const round = await this.reading.outline(...(await this.rowsOf(agent.id, id)));
    await this.showings.accept(agent, offerOf(round, homeId).id, withoutAgreement);
    return this.ordered(agent.id, id);
  }

  /** Asks the listing offices for the times at which the round comes by, where they have not agreed to theirs. */
  async request(
    agent: AgentRow,
    id: string,
    withoutAgreement: boolean,
  ): Promise<{ asked: number; notAsked: { address: string; why: string }[] }> {
    const round = await this.reading.outline(...(await this.rowsOf(agent.id, id)));
    const { clientId } = round;
    if (!clientId)
      throw new Failure('request.invalid', 'This round is for nobody but you, so no office is asked. Choose a client first.');
    const { visits } = timed(
      roundAskOf(round),
      round.homes.map((home) => home.id),
    );
    let asked = 0;
    const notAsked: { address: string; why: string }[] = [];
    for (const [i, { listingKey, address, minutes, showing }] of round.homes.entries()) {
      const startAt = this.reading.momentOf(round.on, visits[i]?.startAt ?? 0);
      const isAsSaid = showing?.startAt === startAt.toISOString();
      // another time that an office offers is the agent's to answer
      if (showing?.state === 'confirmed' || showing?.state === 'countered' || (showing?.state === 'proposed' && isAsSaid))
        continue;
      if (showing?.state === 'refused' && isAsSaid) {
        notAsked.push({ address, why: 'Its office refused this very time. Move it, or take it out.' });
        continue;
      }
      if (visits[i]?.isShut) {
        notAsked.push({ address, why: 'It is not open when the round comes by.' });
        continue;
      }
      try {
        const showingId = showing?.id ?? (await this.showings.ask(agent.id, clientId, listingKey, ''));
        await this.showings.propose(agent, showingId, startAt, withoutAgreement, minutes);
        asked++;
      } catch (error) {
        // of the agreement there is one for all
        if (!(error instanceof Failure) || error.code === 'agreement.missing') throw error;
        notAsked.push({ address, why: error.message });
      }
    }
    return { asked, notAsked };
  }

  private bestOf(round: RoundOutline): Promise<OrderFound> {
    return this.desk.run('page', 'the order of this round', RoundOrders, 'best', roundAskOf(round));
  }

  /** After a change: an order of the agent's own stays, the best one is found anew. */
  private async ordered(agentId: string, id: string): Promise<Round> {
    const { isOwnOrder } = await this.own(agentId, id);
    return isOwnOrder ? this.get(agentId, id) : this.orderBest(agentId, id);
  }

  private async usualPlace({ id, postalAddress }: AgentRow): Promise<RoundPlace | null> {
    const [last] = await this.database
      .getRepository(RoundRow)
      .find({ where: { agentId: id }, order: { createdAt: 'DESC' }, take: 1 });
    if (last) return last.begin;
    const street = postalAddress.split(',')[0] ?? '';
    const office = this.addresses.named(street).find(({ address }) => address.startsWith(street));
    return street && office ? { name: 'Office', at: office.at } : null;
  }

  /** A round, its homes in their order, and its client. */
  private async rowsOf(agentId: string, id: string): Promise<[RoundRow, RoundHomeRow[], ClientRow | null]> {
    const row = await this.own(agentId, id);
    const homes = await this.database.getRepository(RoundHomeRow).find({ where: { roundId: id }, order: { position: 'ASC' } });
    const client = row.clientId ? await this.clients.own(agentId, row.clientId) : null;
    return [row, homes, client];
  }

  /** An agent's own round. @throws Failure where it is none */
  async own(agentId: string, id: string): Promise<RoundRow> {
    return found(await this.database.getRepository(RoundRow).findOneBy({ id, agentId }), 'round');
  }
}

/** From when until when a round goes in its order, in minutes from midnight. */
function spanOf(round: RoundOutline): [number, number] {
  const goes = timed(
    roundAskOf(round),
    round.homes.map(({ id }) => id),
  );
  return [goes.leaveAt, goes.backAt];
}
