import { stat } from 'node:fs/promises';
import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap } from '@nestjs/common';
import type { Setup } from '@perambula/contract';
import { parcelHeadings, parcelKey, readParcelRow } from '@perambula/core';
import type { ParcelRow } from '@perambula/core';
import { DataSource, Not } from 'typeorm';
import { withAdvisoryLock } from '../common/advisoryLock.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { insertRows } from '../common/insertRows.js';
import { log } from '../common/log.js';
import { ParcelFileRow, ParcelRecordRow } from './parcel.entity.js';
import { parcelRows } from './parcelRows.js';

const BATCH = 1_000;
const MOST_REASONS = 20;
const LONGEST_KEY = 60;
/** Which row of a table the one there is. */
const ONE = 1;

/** Reads the assessor's file once it is new, in the thread that does what nobody waits for. */
@Injectable()
export class AssessorReader implements OnApplicationBootstrap {
  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onApplicationBootstrap(): void {
    if (this.config.role !== 'pipeline' || !this.config.assessor) return;
    const { file, columns } = this.config.assessor;
    const reading = withAdvisoryLock(this.database, 'assessor', 0, () => this.follow(file, columns));
    reading.catch((error: unknown) => log.warn({ error }, 'the assessor’s file could not be read'));
  }

  /** Where the public record comes from, and what of it could be read. */
  async state(): Promise<Setup['record']> {
    const { assessor, county } = this.config;
    if (!assessor) return { from: county ? 'county' : null, parcels: null, refused: 0, reasons: [], failure: null };
    const row = await this.database.getRepository(ParcelFileRow).findOneBy({ id: ONE });
    const { parcels = null, refused = 0, reasons = [], failure = null } = row ?? {};
    return { from: 'file', parcels, refused, reasons, failure };
  }

  /** Reads a file unless it was read as it is: all of it, or, where it cannot be, nothing of it. */
  async follow(file: string, columns: Readonly<Record<string, string>>): Promise<void> {
    const before = await this.database.getRepository(ParcelFileRow).findOneBy({ id: ONE });
    const { stamp, problem } = await stampOf(file, columns);
    if (before && before.stamp === stamp) return;
    const reading = (before?.reading ?? 0) + 1;
    const outcome = problem === null ? await this.read(file, columns, reading) : { ...NOTHING, failure: problem };
    // what an earlier file said stays where this one could not be read
    const kept = outcome.failure === null || !before ? outcome : { ...before, failure: outcome.failure };
    await this.database.getRepository(ParcelFileRow).save({ ...kept, id: ONE, reading, stamp, readAt: new Date() });
  }

  private async read(file: string, columns: Readonly<Record<string, string>>, reading: number): Promise<Outcome> {
    const reasons: string[] = [];
    let [parcels, refused, at] = [0, 0, 0];
    try {
      await this.database.transaction(async (manager) => {
        let headings: ReturnType<typeof parcelHeadings> | null = null;
        // a parcel that stands there twice is what its last row says
        const batch = new Map<string, ParcelRow>();
        const flush = async (): Promise<void> => {
          if (batch.size === 0) return;
          const rows = [...batch].map(([key, row]) => [key, reading, JSON.stringify(row)]);
          const into = 'INSERT INTO parcel_records (parcelKey, reading, data)';
          await insertRows(manager, into, rows, 'ON DUPLICATE KEY UPDATE reading = VALUES(reading), data = VALUES(data)');
          batch.clear();
        };
        for await (const row of parcelRows(file)) {
          headings ??= parcelHeadings(Object.keys(row), columns);
          at++;
          const read = readParcelRow(row, headings);
          const key = typeof read === 'string' ? '' : parcelKey(read.ParcelNumber);
          const reason = typeof read === 'string' ? read : key.length > LONGEST_KEY ? 'its parcel number is too long' : null;
          if (typeof read === 'string' || reason !== null) {
            refused++;
            if (reasons.length < MOST_REASONS) reasons.push(`Row ${at}: ${reason}.`);
          } else batch.set(key, read);
          if (batch.size >= BATCH) await flush();
        }
        if (headings === null) throw new Error('The file holds no rows.');
        await flush();
        await manager.delete(ParcelRecordRow, { reading: Not(reading) });
        parcels = await manager.countBy(ParcelRecordRow, { reading });
        if (parcels === 0) throw new Error(`None of its ${at} rows can be read. ${reasons[0] ?? ''}`);
      });
    } catch (error) {
      return { ...NOTHING, failure: (error as Error).message.slice(0, 400) };
    }
    return { parcels, refused, reasons, failure: null };
  }
}

type Outcome = Pick<ParcelFileRow, 'parcels' | 'refused' | 'reasons' | 'failure'>;

const NOTHING = { parcels: 0, refused: 0, reasons: [] };

/** What tells whether a file is the one that was read, in the way that it was read. */
async function stampOf(
  file: string,
  columns: Readonly<Record<string, string>>,
): Promise<{ readonly stamp: string; readonly problem: string | null }> {
  const how = JSON.stringify([file, Object.entries(columns).sort()]);
  try {
    const { mtimeMs, size } = await stat(file);
    return { stamp: `${Math.round(mtimeMs)} ${size} ${how}`, problem: null };
  } catch {
    return { stamp: `none ${how}`, problem: `The file ${file} cannot be read.` };
  }
}
