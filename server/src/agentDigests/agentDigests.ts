import { Inject, Injectable } from '@nestjs/common';
import { addressShown, forAudience } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { firstName } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ListingsService } from '../listings/index.js';
import { MailService } from '../mail/index.js';
import { AgentRow } from '../sessions/index.js';
import { sayDigest } from './sayDigest.js';
import type { SaidOfHome, WentOut } from './sayDigest.js';

/** After the morning's alerts have gone out. */
const HOUR = 8;
const MOST_OF_A_KIND = 200;

/** What went out for an agent and what came of it, in one message each morning, for those who want it. */
@Injectable()
export class AgentDigests {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly listings: ListingsService,
    private readonly mail: MailService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Writes those that are due and not written yet, each in a transaction of its own. */
  async run(): Promise<void> {
    const due = this.dueToday();
    if (this.clock.now() < due.getTime()) return;
    const agents = await this.database
      .getRepository(AgentRow)
      .createQueryBuilder('agent')
      .where('agent.wantsDigest = 1 AND (agent.digestUntil IS NULL OR agent.digestUntil < :due)', { due })
      .getMany();
    for (const { id } of agents) await this.database.transaction((manager) => this.write(manager, id, due));
  }

  async isWanted(agentId: string): Promise<boolean> {
    return this.database.getRepository(AgentRow).existsBy({ id: agentId, wantsDigest: true });
  }

  async setWanted(agentId: string, wantsDigest: boolean): Promise<void> {
    await this.database.getRepository(AgentRow).update({ id: agentId }, { wantsDigest });
  }

  private dueToday(): Date {
    return DateTime.fromMillis(this.clock.now(), { zone: this.config.zone }).startOf('day').set({ hour: HOUR }).toJSDate();
  }

  /** Of several servers one writes it: the other finds it written. */
  private async write(manager: EntityManager, agentId: string, due: Date): Promise<void> {
    const agent = await manager.findOne(AgentRow, { where: { id: agentId }, lock: { mode: 'pessimistic_write' } });
    if (!agent?.wantsDigest || (agent.digestUntil && agent.digestUntil >= due)) return;
    const from = agent.digestUntil ?? new Date(due.getTime() - 86_400_000);
    const { wentOut, failed, held } = await this.messages(manager, agentId, from, due);
    const said = await this.said(manager, agentId, from, due);
    await manager.update(AgentRow, { id: agentId }, { digestUntil: due });
    if (wentOut.length + failed.length + said.length === 0) return;
    await this.mail.write(manager, {
      agentId,
      replyTo: agent.email,
      clientId: '',
      personId: '',
      toAddress: agent.email,
      toName: agent.name,
      subject: `Yesterday and this morning: ${wentOut.length} ${wentOut.length === 1 ? 'message' : 'messages'} went out`,
      kind: 'agent',
      letter: {
        greeting: `Good morning, ${firstName(agent.name)},`,
        paragraphs: sayDigest({ wentOut, failed, said, held, zone: this.config.zone }),
        homes: [],
        button: { label: 'See all that was sent', url: `${this.config.publicUrl}/sent` },
        agent,
        stopUrl: null,
      },
    });
  }

  private async messages(
    manager: EntityManager,
    agentId: string,
    from: Date,
    until: Date,
  ): Promise<{ wentOut: WentOut[]; failed: WentOut[]; held: number }> {
    const rows = await manager.query<(WentOut & { state: string })[]>(
      `SELECT o.toName AS reader, o.subject, o.state, o.sentAt AS at, o.lastError AS why, c.name AS client,
         EXISTS (SELECT 1 FROM links l WHERE l.tokenHash = o.linkHash AND l.openedAt IS NOT NULL) AS isOpened
       FROM outbox o JOIN clients c ON c.id = o.clientId
       WHERE o.agentId = ? AND ((o.state = 'sent' AND o.sentAt > ? AND o.sentAt <= ?) OR (o.state = 'failed' AND o.createdAt > ? AND o.createdAt <= ?))
       ORDER BY c.name, o.createdAt LIMIT ?`,
      [agentId, from, until, from, until, MOST_OF_A_KIND],
    );
    const [{ n = '0' } = {}] = await manager.query<{ n?: string }[]>(
      "SELECT COUNT(*) AS n FROM outbox WHERE agentId = ? AND state = 'held'",
      [agentId],
    );
    const told = rows.map((row) => ({ ...row, isOpened: Number(row.isOpened) === 1 }));
    return {
      wentOut: told.filter(({ state }) => state === 'sent'),
      failed: told.filter(({ state }) => state === 'failed'),
      held: Number(n),
    };
  }

  private async said(manager: EntityManager, agentId: string, from: Date, until: Date): Promise<SaidOfHome[]> {
    const rows = await manager.query<(Omit<SaidOfHome, 'home'> & { listingKey: string })[]>(
      `SELECT p.name AS person, r.verdict, r.note, r.listingKey FROM reactions r
         JOIN clients c ON c.id = r.clientId AND c.agentId = ? JOIN people p ON p.id = r.personId
       WHERE r.at > ? AND r.at <= ? ORDER BY r.at LIMIT ?`,
      [agentId, from, until, MOST_OF_A_KIND],
    );
    const records = await this.listings.byKeys([...new Set(rows.map(({ listingKey }) => listingKey))]);
    return rows.map(({ listingKey, ...row }) => {
      const record = records.get(listingKey);
      return { ...row, home: record ? addressShown(forAudience(record, 'agent')) : `listing ${listingKey}` };
    });
  }
}
