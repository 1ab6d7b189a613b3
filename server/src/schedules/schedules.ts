import { Injectable } from '@nestjs/common';
import type { AlertState } from '@perambula/contract';
import { DataSource, In } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { AlertRow } from './schedule.entity.js';

/** How saved searches write to their clients: what there is of it beside a search. */
@Injectable()
export class Schedules {
  constructor(private readonly database: DataSource) {}

  /** The alerts of some searches, by the search's id. */
  async statesOf(searchIds: readonly string[]): Promise<ReadonlyMap<string, AlertState>> {
    const rows = await this.database.getRepository(AlertRow).findBy({ searchId: In([...searchIds]) });
    return new Map(rows.map((row) => [row.searchId, alertState(row)]));
  }

  /** Alerts of a household that have not begun write as soon as they may: there is somebody to read them now. */
  async beginFor(manager: EntityManager, clientId: string, now: Date): Promise<void> {
    await manager.query(
      `UPDATE alerts a JOIN searches s ON s.id = a.searchId SET a.nextDueAt = ?
         WHERE s.clientId = ? AND a.state = 'running' AND a.introduced = 0`,
      [now, clientId],
    );
  }
}

export function alertState(row: AlertRow): AlertState {
  const { cadence, tell, leastPercent, newsOnly, held, holdIf, tellsOffices, subject, greeting, state, nextDueAt, pausedUntil } =
    row;
  return {
    cadence,
    tell,
    leastPercent,
    newsOnly,
    held,
    holdIf,
    tellsOffices,
    subject,
    greeting,
    state,
    nextDueAt: state === 'running' ? (nextDueAt?.toISOString() ?? null) : null,
    pausedUntil: state === 'paused' ? (pausedUntil?.toISOString() ?? null) : null,
  };
}
