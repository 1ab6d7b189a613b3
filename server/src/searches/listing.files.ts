import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { Injectable } from '@nestjs/common';
import type { FileType } from '@perambula/contract';
import { filePieces } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { goOn } from '../common/requestBudget.js';
import { ListingsService } from '../listings/index.js';
import { beginWorkbook } from './workbook.js';

const AT_ONCE = 500;

/** Files of listings, written to disk some hundred at a time, however many they are; done at the desk. */
@Injectable()
export class ListingFiles {
  constructor(private readonly listings: ListingsService) {}

  /** Writes listings that an agent sees in the order of their keys; those that are gone meanwhile are left out. */
  async write(file: string, type: FileType, keys: readonly string[], agentId: string): Promise<void> {
    const read = (): AsyncGenerator<ListingRecord[]> => this.read(keys, agentId);
    const fields = new Set<string>();
    for await (const records of read()) for (const record of records) for (const name in record) fields.add(name);
    if (type === 'xlsx') await this.writeWorkbook(file, read(), [...fields]);
    else await this.writeText(file, type, read(), [...fields]);
  }

  private async writeWorkbook(file: string, read: AsyncIterable<ListingRecord[]>, fields: readonly string[]): Promise<void> {
    const workbook = await beginWorkbook(file, fields);
    for await (const records of read) for (const record of records) workbook.add(record);
    await workbook.end();
  }

  private async writeText(
    file: string,
    type: Exclude<FileType, 'xlsx'>,
    read: AsyncIterable<ListingRecord[]>,
    fields: readonly string[],
  ): Promise<void> {
    const { begin, of, between, end } = filePieces(type, fields);
    const out = createWriteStream(file, { mode: 0o600 });
    const put = async (text: string): Promise<void> => {
      if (!out.write(text)) await once(out, 'drain');
    };
    await put(begin);
    let lead = '';
    for await (const records of read)
      for (const record of records) {
        await put(`${lead}${of(record)}`);
        lead = between;
      }
    out.end(end);
    await once(out, 'close');
  }

  private async *read(keys: readonly string[], agentId: string): AsyncGenerator<ListingRecord[]> {
    for (let i = 0; i < keys.length; i += AT_ONCE) {
      goOn();
      const some = keys.slice(i, i + AT_ONCE);
      const records = await this.listings.byKeys(some, agentId);
      yield some.flatMap((key) => records.get(key) ?? []);
    }
  }
}
