import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { AlertState, Choices, CountAnswer, Filled, ListingsAnswer, MissAnswer, Row, SavedSearch } from '@perambula/contract';
import { FIELDS, missOf, readSearch, writeGeoJson, writeListingFile } from '@perambula/core';
import type { ListingRecord, Loosening, Miss, Part, PropertyType, ResultKey, ResultSet, Search } from '@perambula/core';
import { DataSource, In, IsNull } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { EngineHost } from './engine.host.js';
import { AlertRow, SearchRow } from './search.entity.js';

const MOST_IN_A_FILE = 20_000;
const AT_ONCE = 1000;

@Injectable()
export class SearchesService {
  constructor(
    private readonly database: DataSource,
    private readonly engine: EngineHost,
    private readonly listings: ListingsService,
    private readonly clients: ClientsService,
    private readonly clock: Clock,
  ) {}

  async count(document: unknown): Promise<CountAnswer> {
    const search = readSearch(document);
    const asOf = this.engine.asOf;
    return { ...(await this.engine.ask('count', { search, time: this.clock.time() })), asOf };
  }

  async results(document: unknown, part: Part): Promise<ListingsAnswer> {
    const search = readSearch(document);
    const asOf = this.engine.asOf;
    const { total, keys, prices } = await this.engine.ask('find', {
      search,
      time: this.clock.time(),
      part: { ...part, prices: true },
    });
    return { total, rows: await this.rows(search, keys), prices, asOf };
  }

  private async rows(search: Search, keys: readonly ResultKey[]): Promise<Row[]> {
    const records = await this.listings.byKeys(keys.map(({ key }) => key));
    return keys.flatMap(({ key, missed, nice }) => {
      // what is stored is the agent's part
      const record = records.get(key);
      if (!record) return [];
      const miss = missed ? sayMiss(missOf(search, record, missed, this.clock.time())) : null;
      return [{ ...record, ...(miss ? { miss } : {}), ...(nice ? { nice } : {}) } as Row];
    });
  }

  /** All of a result as a file by RESO names, with what is for the agent only. */
  async file(document: unknown, set: ResultSet, type: 'csv' | 'json' | 'geojson'): Promise<string> {
    const search = readSearch(document);
    const part = { set, limit: MOST_IN_A_FILE };
    const { keys } = await this.engine.ask('find', { search, time: this.clock.time(), part });
    const rows: ListingRecord[] = [];
    for (let i = 0; i < keys.length; i += AT_ONCE) {
      const records = await this.listings.byKeys(keys.slice(i, i + AT_ONCE).map(({ key }) => key));
      rows.push(...keys.slice(i, i + AT_ONCE).flatMap(({ key }) => records.get(key) ?? []));
    }
    return type === 'geojson' ? writeGeoJson(rows) : writeListingFile(rows, type);
  }

  choices(): Promise<Choices> {
    const fields = FIELDS.filter(({ type }) => type === 'choice' || type === 'choices').map(({ name }) => name);
    return this.engine.ask('choices', { fields });
  }

  /** Which single changes of a line's limit would add how many homes. */
  async loosenings(document: unknown): Promise<Loosening[]> {
    return this.engine.ask('loosenings', { search: readSearch(document), time: this.clock.time() });
  }

  /** The share of the listings of some kinds, on the market now, that fill in each field. */
  async filled(kinds: readonly PropertyType[]): Promise<Filled> {
    return this.engine.ask('filled', { search: { version: 1, kinds, lines: [], bounds: [], order: [] } });
  }

  /** The agent's searches of a client, or those of no client; every one when `clientId` is undefined. */
  async list(agentId: string, clientId?: string | null): Promise<SavedSearch[]> {
    const where = { agentId, ...(clientId === undefined ? {} : { clientId: clientId ?? IsNull() }) };
    const rows = await this.database.getRepository(SearchRow).find({ where, order: { updatedAt: 'DESC' } });
    const alerts = await this.database.getRepository(AlertRow).findBy({ searchId: In(rows.map(({ id }) => id)) });
    return rows.map((row) => savedSearch(row, alerts.find(({ searchId }) => searchId === row.id) ?? null));
  }

  async get(agentId: string, id: string): Promise<SavedSearch> {
    const row = await this.own(agentId, id);
    return savedSearch(row, await this.database.getRepository(AlertRow).findOneBy({ searchId: id }));
  }

  async own(agentId: string, id: string): Promise<SearchRow> {
    return found(await this.database.getRepository(SearchRow).findOneBy({ id, agentId }), 'search');
  }

  async create(agentId: string, body: { name: string; clientId?: string | null; document: unknown }): Promise<SavedSearch> {
    const document = readSearch(body.document);
    if (body.clientId) await this.clients.own(agentId, body.clientId);
    const id = randomUUID();
    await this.database.getRepository(SearchRow).insert({
      id,
      agentId,
      clientId: body.clientId ?? null,
      name: body.name.trim(),
      document,
      version: 1,
      updatedAt: this.clock.date(),
    });
    return this.get(agentId, id);
  }

  /** Saves over the version that was read; where another was saved meanwhile, says so and changes nothing. */
  async update(agentId: string, id: string, body: { name: string; document: unknown; version: number }): Promise<SavedSearch> {
    const document = readSearch(body.document);
    await this.own(agentId, id);
    const { affected } = await this.database
      .getRepository(SearchRow)
      .update(
        { id, version: body.version },
        { name: body.name.trim(), document, version: body.version + 1, updatedAt: this.clock.date() },
      );
    const current = await this.get(agentId, id);
    if (!affected)
      throw new Failure(
        'search.changed',
        'This search was saved elsewhere meanwhile. Look at that version, or save yours as a copy.',
        { current },
      );
    return current;
  }

  async remove(agentId: string, id: string): Promise<void> {
    const search = await this.own(agentId, id);
    const alert = await this.database.getRepository(AlertRow).findOneBy({ searchId: id });
    if (alert && alert.state !== 'stopped')
      throw new Failure('alert.running', 'This search’s alert still writes to its client. Stop the alert first.');
    await this.database.getRepository(SearchRow).delete({ id: search.id });
  }
}

export function alertState(row: AlertRow): AlertState {
  const { cadence, tell, held, subject, greeting, state, nextDueAt } = row;
  return {
    cadence,
    tell,
    held,
    subject,
    greeting,
    state,
    nextDueAt: state === 'running' ? (nextDueAt?.toISOString() ?? null) : null,
  };
}

function sayMiss({ id, by, unit, text }: Miss): MissAnswer {
  return { id, by, unit, text };
}

function savedSearch(row: SearchRow, alert: AlertRow | null): SavedSearch {
  const { id, clientId, name, document, version, updatedAt } = row;
  return { id, clientId, name, document, version, updatedAt: updatedAt.toISOString(), alert: alert && alertState(alert) };
}
