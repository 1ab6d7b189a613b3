import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { StepRow } from './step.entity.js';

export const STEPS = ['feed', 'matching', 'digests', 'mail'] as const;
export type StepName = (typeof STEPS)[number];

/** A step that goes well is noted this often. */
const NOTE_EVERY_MS = 5_000;
const TELL_EVERY_MS = 500;
/** A step not done for so long is behind. */
const LATE_MS = 60_000;

export interface StepState {
  readonly isBehind: boolean;
  /** Since when, in real time; null while it is not. */
  readonly since: Date | null;
  readonly reason: string | null;
  readonly progress: unknown;
}

/** What the steps of the pipeline do and since when one is behind, kept where every server and every part of it sees it. */
@Injectable()
export class Steps {
  private readonly noted = new Map<StepName, { readonly at: number; readonly failure: string | null }>();
  private readonly told = new Map<StepName, number>();

  constructor(private readonly database: DataSource) {}

  /** The step was done. */
  async did(step: StepName): Promise<void> {
    const before = this.noted.get(step);
    if (before?.failure === null && Date.now() - before.at < NOTE_EVERY_MS) return;
    this.noted.set(step, { at: Date.now(), failure: null });
    await this.database.query(
      `INSERT INTO steps (step, doneAt) VALUES (?, ?)
       ON DUPLICATE KEY UPDATE doneAt = VALUES(doneAt), failingSince = NULL, failure = NULL`,
      [step, new Date()],
    );
  }

  /** The step could not be done, for a reason that people can read. */
  async failed(step: StepName, reason: string): Promise<void> {
    const failure = reason.slice(0, 300);
    const before = this.noted.get(step);
    if (before?.failure === failure && Date.now() - before.at < NOTE_EVERY_MS) return;
    this.noted.set(step, { at: Date.now(), failure });
    await this.database.query(
      `INSERT INTO steps (step, failingSince, failure) VALUES (?, ?, ?)
       ON DUPLICATE KEY UPDATE failingSince = COALESCE(failingSince, VALUES(failingSince)), failure = VALUES(failure)`,
      [step, new Date(), failure],
    );
  }

  /** What the step is at; told now and then, and always when asked to be. */
  async tell(step: StepName, progress: unknown, always = false): Promise<void> {
    if (!always && Date.now() - (this.told.get(step) ?? 0) < TELL_EVERY_MS) return;
    this.told.set(step, Date.now());
    await this.database.query(
      'INSERT INTO steps (step, progress) VALUES (?, ?) ON DUPLICATE KEY UPDATE progress = VALUES(progress)',
      [step, JSON.stringify(progress)],
    );
  }

  /** When this process last told what a step is at, milliseconds since 1970 UTC; 0 when it never did. */
  toldAt(step: StepName): number {
    return this.told.get(step) ?? 0;
  }

  async states(): Promise<Record<StepName, StepState>> {
    const rows = new Map((await this.database.getRepository(StepRow).find()).map((row) => [row.step, row]));
    return Object.fromEntries(STEPS.map((step) => [step, stateOf(rows.get(step))])) as Record<StepName, StepState>;
  }
}

function stateOf(row: StepRow | undefined): StepState {
  const isLate = !!row?.doneAt && Date.now() - row.doneAt.getTime() > LATE_MS;
  const since = row?.failingSince ?? (isLate ? row.doneAt : null);
  return {
    isBehind: since !== null,
    since,
    reason: since && (row?.failure ?? 'It was not done for longer than usual.'),
    progress: row?.progress ?? null,
  };
}
