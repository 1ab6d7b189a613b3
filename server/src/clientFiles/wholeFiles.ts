import { Inject, Injectable } from '@nestjs/common';
import { MOST_BUSY } from '@perambula/contract';
import { DataSource, In, IsNull, MoreThan } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { AlertsService } from '../alerts/index.js';
import { ClientRow, ClientsService, hoursOf, PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { OutboxRow } from '../mail/index.js';
import { ShowingRow } from '../showings/index.js';
import { TimelineEntries, TimelineEntryRow } from '../timelineEntries/index.js';
import { KEPT_OF_CLIENTS } from './keptOfClients.js';

/** What is done with a whole file, or with all that is kept of a person: put away, merged, given out, deleted. */
@Injectable()
export class WholeFiles {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly alerts: AlertsService,
    private readonly entries: TimelineEntries,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone'>,
  ) {}

  /** Puts a file away, or takes it out again. What is away writes to nobody. */
  async archive(agentId: string, clientId: string, archived: boolean): Promise<void> {
    const client = await this.clients.own(agentId, clientId);
    if ((client.archivedAt !== null) === archived) return;
    if (archived) await this.alerts.pauseAll(agentId, clientId);
    await inTransaction(this.database, async (manager) => {
      await manager.update(ClientRow, { id: clientId }, { archivedAt: archived ? this.clock.date() : null });
      await this.entries.add(
        {
          clientId,
          kind: 'person',
          text: archived ? 'The file was put away, its alerts paused' : 'The file was taken out again',
        },
        manager,
      );
    });
  }

  /** Moves all that is in another file into this one. Where somebody stands in both, the stricter of their wishes holds. */
  async merge(agentId: string, clientId: string, otherId: string): Promise<void> {
    if (clientId === otherId) throw new Failure('request.invalid', 'A file cannot be merged with itself. Choose another.');
    for (const id of [clientId, otherId]) await this.clients.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      await lockFiles(manager, [clientId, otherId]);
      const [into, other] = [
        await manager.findOneByOrFail(ClientRow, { id: clientId }),
        await manager.findOneByOrFail(ClientRow, { id: otherId }),
      ];
      // whoever comes keeps the clock by which they were written to
      if (into.timeZone !== other.timeZone)
        await manager.update(
          PersonRow,
          { clientId: otherId, timeZone: IsNull() },
          { timeZone: other.timeZone ?? this.config.zone },
        );
      await mergePeople(manager, clientId, otherId);
      for (const table of KEPT_OF_CLIENTS.clientId)
        await manager.query(`UPDATE ${table} SET clientId = ? WHERE clientId = ?`, [clientId, otherId]);
      const isAgreed = into.agreementUntil !== null;
      await manager.update(
        ClientRow,
        { id: clientId },
        {
          asksAfter: into.asksAfter && other.asksAfter,
          busy: [...(into.busy ?? []), ...(other.busy ?? [])].slice(0, MOST_BUSY),
          notes: [into.notes, other.notes].filter((each) => each.trim()).join('\n\n'),
          ...(isAgreed
            ? {}
            : {
                agreementFrom: other.agreementFrom,
                agreementUntil: other.agreementUntil,
                agreementScope: other.agreementScope,
              }),
        },
      );
      await manager.delete(ClientRow, { id: otherId });
      await this.entries.add({ clientId, kind: 'person', text: `The file of ${other.name} was merged into this one` }, manager);
    });
  }

  /** Deletes a file and all that is kept of its people, for good. */
  async remove(agentId: string, clientId: string): Promise<void> {
    await this.clients.own(agentId, clientId);
    await this.guardVisits(clientId);
    await inTransaction(this.database, async (manager) => {
      await lockFiles(manager, [clientId]);
      const idsOf = async (table: string): Promise<string[]> =>
        (await manager.query<{ id: string }[]>(`SELECT id FROM ${table} WHERE clientId = ?`, [clientId])).map(({ id }) => id);
      const [people, searches, shortlists, rounds] = [
        await idsOf('people'),
        await idsOf('searches'),
        await idsOf('shortlists'),
        await idsOf('rounds'),
      ];
      for (const personId of people) await forget(manager, personId);
      for (const table of KEPT_OF_CLIENTS.searchId) await deleteAll(manager, table, 'searchId', searches);
      for (const table of KEPT_OF_CLIENTS.shortlistId) await deleteAll(manager, table, 'shortlistId', shortlists);
      for (const table of KEPT_OF_CLIENTS.roundId) await deleteAll(manager, table, 'roundId', rounds);
      for (const table of KEPT_OF_CLIENTS.clientId) await deleteAll(manager, table, 'clientId', [clientId]);
      await manager.delete(ClientRow, { id: clientId });
    });
  }

  /** Deletes all that is kept of one person, for good; the household's searches and visits stay. */
  async forgetPerson(agentId: string, clientId: string, personId: string): Promise<void> {
    await this.clients.own(agentId, clientId);
    await inTransaction(this.database, async (manager) => {
      await this.clients.locked(manager, clientId, personId);
      await forget(manager, personId);
      await manager.delete(PersonRow, { id: personId });
    });
  }

  /** All that is kept of a person, to be given to them. */
  async dataOf(agentId: string, clientId: string, personId: string): Promise<object> {
    const client = await this.clients.own(agentId, clientId);
    const person = found(await this.database.getRepository(PersonRow).findOneBy({ id: personId, clientId }), 'person');
    const rows = (table: string, columns: string): Promise<object[]> =>
      this.database.query(`SELECT ${columns} FROM ${table} WHERE personId = ?`, [personId]);
    const { agreementFrom, agreementUntil, agreementScope } = client;
    return {
      person,
      household: {
        name: client.name,
        agreement: agreementUntil && { from: agreementFrom, until: agreementUntil, scope: agreementScope },
        hours: hoursOf(client, this.config.zone),
        cannotCome: client.busy ?? [],
        visits: await this.database
          .getRepository(ShowingRow)
          .find({ select: { listingKey: true, state: true, startAt: true, wish: true, createdAt: true }, where: { clientId } }),
      },
      messages: await rows('outbox', 'createdAt, sentAt, toAddress, subject, kind, state, text'),
      portalVisits: await rows('visits', 'at, listingKey'),
      needs: await rows('needs', 'saidAt, question, words, line, day'),
      saidOfHomes: await rows('reactions', 'at, listingKey, verdict, note'),
      written: await this.database
        .getRepository(TimelineEntryRow)
        .find({ select: { at: true, kind: true, text: true, about: true }, where: { personId } }),
      // without what would open the portal
      links: await rows('links', 'purpose, expiresAt, revokedAt, openedAt'),
    };
  }

  private async guardVisits(clientId: string): Promise<void> {
    const ahead = await this.database
      .getRepository(ShowingRow)
      .existsBy({ clientId, state: In(['proposed', 'confirmed']), startAt: MoreThan(this.clock.date()) });
    if (ahead)
      throw new Failure(
        'client.visitAhead',
        'A visit of this client’s is still to come, and its listing office knows of it. Cancel it first.',
      );
  }
}

/** Holds files in the order in which alerts write: first their alerts, then the clients. */
async function lockFiles(manager: EntityManager, clientIds: readonly string[]): Promise<void> {
  await manager.query(
    'SELECT a.searchId FROM alerts a JOIN searches s ON s.id = a.searchId WHERE s.clientId IN (?) ORDER BY a.searchId FOR UPDATE',
    [clientIds],
  );
  await manager.query('SELECT id FROM clients WHERE id IN (?) ORDER BY id FOR UPDATE', [clientIds]);
}

/** Those who stand in both files become one; of what they said twice of a home, the later holds. */
async function mergePeople(manager: EntityManager, clientId: string, otherId: string): Promise<void> {
  const [kept, others] = [await manager.findBy(PersonRow, { clientId }), await manager.findBy(PersonRow, { clientId: otherId })];
  for (const other of others) {
    const same = kept.find(({ email }) => email === other.email);
    if (!same) continue;
    await manager.query(
      `DELETE older FROM reactions older JOIN reactions newer ON newer.listingKey = older.listingKey AND newer.personId <> older.personId
         WHERE older.personId IN (?) AND newer.personId IN (?) AND (older.at, older.id) < (newer.at, newer.id)`,
      [
        [same.id, other.id],
        [same.id, other.id],
      ],
    );
    for (const table of KEPT_OF_CLIENTS.personId)
      await manager.query(`UPDATE ${table} SET personId = ? WHERE personId = ?`, [same.id, other.id]);
    await manager.update(
      PersonRow,
      { id: same.id },
      {
        phone: same.phone || other.phone,
        confirmedAt: same.confirmedAt ?? other.confirmedAt,
        stoppedAt: same.stoppedAt ?? other.stoppedAt,
        leftAt: same.leftAt && other.leftAt,
        countsVisits: same.countsVisits && other.countsVisits,
        sharesReactions: same.sharesReactions && other.sharesReactions,
      },
    );
    await manager.delete(PersonRow, { id: other.id });
  }
}

/** Deletes what stands elsewhere of a person. */
async function forget(manager: EntityManager, personId: string): Promise<void> {
  const messages = await manager.find(OutboxRow, { select: { fileId: true }, where: { personId } });
  await manager.query('DELETE p FROM link_places p JOIN links l ON l.tokenHash = p.tokenHash WHERE l.personId = ?', [personId]);
  for (const table of KEPT_OF_CLIENTS.personId) await deleteAll(manager, table, 'personId', [personId]);
  const files = [...new Set(messages.flatMap(({ fileId }) => fileId ?? []))];
  // a file goes with several messages
  if (files.length > 0)
    await manager.query(
      'DELETE FROM outbox_files WHERE id IN (?) AND id NOT IN (SELECT fileId FROM outbox WHERE fileId IS NOT NULL)',
      [files],
    );
}

async function deleteAll(manager: EntityManager, table: string, column: string, ids: readonly string[]): Promise<void> {
  if (ids.length > 0) await manager.query(`DELETE FROM ${table} WHERE ${column} IN (?)`, [ids]);
}
