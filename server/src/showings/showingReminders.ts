import { Inject, Injectable } from '@nestjs/common';
import { DateTime } from 'luxon';
import { Between, DataSource, IsNull, LessThan, MoreThan, MoreThanOrEqual } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { log } from '../common/log.js';
import { AgentRow } from '../sessions/index.js';
import { Invitations } from './invitations.js';
import { ShowingRow } from './showing.entity.js';
import { ShowingsService } from './showings.service.js';

const HOUR_MS = 3_600_000;
/** A listing office is reminded once, after so many hours, by day, while the visit is still so far off. */
const REMINDED_AFTER_HOURS = 4;
const AT_LEAST_AHEAD_HOURS = 2;
const OFFICE_OPENS = 9;
const OFFICE_CLOSES = 18;
/** A client is reminded from this hour of the day before. */
const EVE_HOUR = 17;
const BATCH = 100;

/** Reminds listing offices of what they have not answered, and clients of tomorrow's visits. */
@Injectable()
export class ShowingReminders {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly showings: ShowingsService,
    private readonly invitations: Invitations,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone'>,
  ) {}

  async run(): Promise<void> {
    await this.remindOffices();
    await this.remindClients();
  }

  /** When a client is to be reminded next; null while no reminder is ahead. */
  async nextDue(): Promise<Date | null> {
    const now = this.local(this.clock.now());
    const first = now.startOf('day').plus({ days: now.hour < EVE_HOUR ? 1 : 2 });
    const next = await this.database.getRepository(ShowingRow).findOne({
      where: { state: 'confirmed', isInvited: true, toldBeforeAt: IsNull(), startAt: MoreThanOrEqual(first.toJSDate()) },
      order: { startAt: 'ASC' },
    });
    if (!next?.startAt) return null;
    return this.local(next.startAt.getTime()).startOf('day').minus({ days: 1 }).set({ hour: EVE_HOUR }).toJSDate();
  }

  private async remindOffices(): Promise<void> {
    const now = this.clock.now();
    const { hour } = this.local(now);
    if (hour < OFFICE_OPENS || hour >= OFFICE_CLOSES) return;
    const rows = await this.database.getRepository(ShowingRow).find({
      where: {
        state: 'proposed',
        remindedAt: IsNull(),
        askedOfficeAt: LessThan(new Date(now - REMINDED_AFTER_HOURS * HOUR_MS)),
        startAt: MoreThan(new Date(now + AT_LEAST_AHEAD_HOURS * HOUR_MS)),
      },
      take: BATCH,
    });
    for (const { id, agentId } of rows) {
      const agent = await this.database.getRepository(AgentRow).findOneBy({ id: agentId });
      if (agent) await this.showings.remind(agent, id).catch((error: unknown) => this.setAside(id, 'remindedAt', error));
    }
  }

  /** Of each household's visits of tomorrow once, in one message. */
  private async remindClients(): Promise<void> {
    const now = this.local(this.clock.now());
    if (now.hour < EVE_HOUR) return;
    const tomorrow = now.plus({ days: 1 }).startOf('day');
    const due = await this.database.getRepository(ShowingRow).find({
      where: {
        state: 'confirmed',
        isInvited: true,
        toldBeforeAt: IsNull(),
        startAt: Between(tomorrow.toJSDate(), tomorrow.endOf('day').toJSDate()),
      },
      order: { startAt: 'ASC' },
      take: BATCH,
    });
    for (const clientId of new Set(due.map((row) => row.clientId))) await this.remindClient(clientId, due);
  }

  private async remindClient(clientId: string, due: readonly ShowingRow[]): Promise<void> {
    const ids = due.filter((row) => row.clientId === clientId).map(({ id }) => id);
    try {
      // nobody is left to be told
      if ((await this.clients.readersOf(clientId)).length === 0) return;
      await this.invitations.remind(clientId, ids);
    } catch (error) {
      for (const id of ids) await this.setAside(id, 'toldBeforeAt', error);
    }
  }

  /** What cannot be said now cannot be said later either, and keeps nothing else back. */
  private async setAside(id: string, what: 'remindedAt' | 'toldBeforeAt', error: unknown): Promise<void> {
    if (!(error instanceof Failure)) log.warn({ error, showing: id }, 'reminder not written');
    await this.database.getRepository(ShowingRow).update({ id }, { [what]: this.clock.date() });
  }

  private local(now: number): DateTime {
    return DateTime.fromMillis(now, { zone: this.config.zone });
  }
}
