import { Inject, Injectable } from '@nestjs/common';
import { DateTime } from 'luxon';
import { Between, DataSource, IsNull, LessThan, MoreThan, MoreThanOrEqual } from 'typeorm';
import type { FindOptionsWhere } from 'typeorm';
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
/** A client is asked from this hour on how the homes of the day were; where that was missed, the day after, from when offices open. */
const ASKED_FROM_HOUR = 18;
const BATCH = 100;

/** What a showing keeps of when somebody was told. */
type Told = 'remindedAt' | 'toldBeforeAt' | 'askedAfterAt';

/** Reminds listing offices of what they have not answered, and clients of tomorrow's visits; asks them how those of the day were. */
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
    await this.askClients();
  }

  /** When a client is to be reminded or asked next; null while neither is ahead. */
  async nextDue(): Promise<Date | null> {
    const now = this.local(this.clock.now());
    const first = now.startOf('day').plus({ days: now.hour < EVE_HOUR ? 1 : 2 });
    const told = await this.nextVisit({ toldBeforeAt: IsNull(), startAt: MoreThanOrEqual(first.toJSDate()) });
    const seen = await this.nextVisit({
      askedAfterAt: IsNull(),
      startAt: MoreThanOrEqual(
        now
          .startOf('day')
          .plus({ days: now.hour < ASKED_FROM_HOUR ? 0 : 1 })
          .toJSDate(),
      ),
    });
    const due = [
      ...(told ? [told.startOf('day').minus({ days: 1 }).set({ hour: EVE_HOUR })] : []),
      ...(seen ? [seen.set({ hour: ASKED_FROM_HOUR, minute: 0 })] : []),
    ];
    return due.length > 0 ? (DateTime.min(...due)?.toJSDate() ?? null) : null;
  }

  /** When the next visit begins that a client has in a calendar, of those that are so. */
  private async nextVisit(where: FindOptionsWhere<ShowingRow>): Promise<DateTime | null> {
    const next = await this.database
      .getRepository(ShowingRow)
      .findOne({ where: { ...where, state: 'confirmed', isInvited: true }, order: { startAt: 'ASC' } });
    return next?.startAt ? this.local(next.startAt.getTime()) : null;
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
    // nobody is left to be told
    if ((await this.clients.readersOf(clientId)).length === 0) return;
    const ids = due.filter((row) => row.clientId === clientId).map(({ id }) => id);
    await this.tell(ids, 'toldBeforeAt', () => this.invitations.remind(clientId, ids));
  }

  /** Of each household's visits of a day once, in one message, when the last of them is over. */
  private async askClients(): Promise<void> {
    const now = this.local(this.clock.now());
    if (now.hour < OFFICE_OPENS) return;
    const today = now.startOf('day');
    const until = now.hour < ASKED_FROM_HOUR ? today : today.plus({ days: 1 });
    const seen = await this.database.query<{ clientId: string; ids: string }[]>(
      `SELECT s.clientId, GROUP_CONCAT(s.id) AS ids FROM showings s JOIN clients c ON c.id = s.clientId
       WHERE c.asksAfter = 1 AND c.archivedAt IS NULL AND s.state = 'confirmed' AND s.isInvited = 1 AND s.askedAfterAt IS NULL
         AND s.startAt >= ? AND s.startAt < ?
       GROUP BY s.clientId HAVING MAX(s.startAt + INTERVAL s.minutes MINUTE) <= ? LIMIT ?`,
      [today.minus({ days: 1 }).toJSDate(), until.toJSDate(), now.toJSDate(), BATCH],
    );
    for (const { clientId, ids } of seen) {
      const of = ids.split(',');
      await this.tell(of, 'askedAfterAt', () => this.invitations.askAfter(clientId, of));
    }
  }

  private async tell(ids: readonly string[], when: Told, write: () => Promise<void>): Promise<void> {
    try {
      await write();
    } catch (error) {
      for (const id of ids) await this.setAside(id, when, error);
    }
  }

  /** What cannot be said now cannot be said later either, and keeps nothing else back. */
  private async setAside(id: string, what: Told, error: unknown): Promise<void> {
    if (!(error instanceof Failure)) log.warn({ error, showing: id }, 'reminder not written');
    await this.database.getRepository(ShowingRow).update({ id }, { [what]: this.clock.date() });
  }

  private local(now: number): DateTime {
    return DateTime.fromMillis(now, { zone: this.config.zone });
  }
}
