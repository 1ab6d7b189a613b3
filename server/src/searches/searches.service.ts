import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type {
  AlertState,
  Choices,
  ComparisonAnswer,
  CountAnswer,
  Filled,
  KeysAnswer,
  ListingsAnswer,
  MarksAnswer,
  MissAnswer,
  Row,
  SavedSearch,
  SearchState,
} from '@perambula/contract';
import { FIELDS, missOf, readSearch, sayOpen, writeGeoJson, writeListingFile } from '@perambula/core';
import type {
  ComparedPart,
  ListingRecord,
  Loosening,
  Miss,
  Part,
  PropertyType,
  ResultKey,
  ResultSet,
  Search,
} from '@perambula/core';
import { DataSource, In, IsNull } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { CountyCircumstances } from '../roads/index.js';
import { EngineHost } from './engine.host.js';
import { AlertRow, SearchRow, SearchStateRow } from './search.entity.js';
import type { FileType } from './dto/bodies.js';
import { writeWorkbook } from './workbook.js';

const MOST_IN_A_FILE = 20_000;
/** Rows of a list that can be looked through. */
const MOST_KEYS = 50_000;
const AT_ONCE = 1000;

@Injectable()
export class SearchesService {
  constructor(
    private readonly database: DataSource,
    private readonly engine: EngineHost,
    private readonly listings: ListingsService,
    private readonly clients: ClientsService,
    private readonly clock: Clock,
    private readonly circumstances: CountyCircumstances,
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
    return { total, rows: await this.rows(search, part.set, keys), prices, asOf };
  }

  /** The keys of a result, in its order, at most 50,000. */
  async keys(document: unknown, { set, line }: Pick<Part, 'set' | 'line'>): Promise<KeysAnswer> {
    const search = readSearch(document);
    const asOf = this.engine.asOf;
    const part = { set, limit: MOST_KEYS, ...(line === undefined ? {} : { line }) };
    const { total, keys } = await this.engine.ask('find', { search, time: this.clock.time(), part });
    return { total, keys: keys.map(({ key }) => key), asOf };
  }

  /** A result's homes as a map draws them, at most 50,000. */
  async marks(document: unknown, { set, line }: Pick<Part, 'set' | 'line'>): Promise<MarksAnswer> {
    const part = { set, limit: MOST_KEYS, ...(line === undefined ? {} : { line }) };
    return this.engine.ask('marks', { search: readSearch(document), time: this.clock.time(), part });
  }

  /** The rows of some listings of a result, as `results` gives them. */
  async rowsOf(document: unknown, set: ResultSet, keys: readonly string[]): Promise<Row[]> {
    const search = readSearch(document);
    return this.rows(search, set, await this.engine.ask('tell', { search, time: this.clock.time(), set, keys }));
  }

  async compare(first: unknown, second: unknown, part: ComparedPart): Promise<ComparisonAnswer> {
    const [a, b] = [readSearch(first), readSearch(second)];
    const { keys, ...figures } = await this.engine.ask('compare', { a, b, time: this.clock.time(), part });
    const rows = await this.rows(
      a,
      'fit',
      keys.map((key) => ({ key })),
    );
    return { ...figures, rows };
  }

  private async rows(search: Search, set: ResultSet, keys: readonly ResultKey[]): Promise<Row[]> {
    const records = await this.listings.byKeys(keys.map(({ key }) => key));
    return keys.flatMap(({ key, missed, nice, minutes }) => {
      // what is stored is the agent's part
      const record = records.get(key);
      if (!record) return [];
      const given = this.circumstances.now();
      const miss = missed ? sayMiss(missOf(search, record, missed, given)) : null;
      const open = set === 'unknown' ? { open: sayOpen(search, record, given) } : {};
      return [
        { ...record, ...(miss ? { miss } : {}), ...open, ...(nice ? { nice } : {}), ...(minutes ? { minutes } : {}) } as Row,
      ];
    });
  }

  /** All of a result as a file by RESO names, with what is for the agent only. */
  async file(document: unknown, set: ResultSet, type: FileType): Promise<Buffer> {
    const search = readSearch(document);
    const part = { set, limit: MOST_IN_A_FILE };
    const { keys } = await this.engine.ask('find', { search, time: this.clock.time(), part });
    const rows: ListingRecord[] = [];
    for (let i = 0; i < keys.length; i += AT_ONCE) {
      const records = await this.listings.byKeys(keys.slice(i, i + AT_ONCE).map(({ key }) => key));
      rows.push(...keys.slice(i, i + AT_ONCE).flatMap(({ key }) => records.get(key) ?? []));
    }
    if (type === 'xlsx') return writeWorkbook(rows);
    return Buffer.from(type === 'geojson' ? writeGeoJson(rows) : writeListingFile(rows, type));
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

  /** Each version that was saved, the newest first. */
  async states(agentId: string, id: string): Promise<SearchState[]> {
    await this.own(agentId, id);
    const rows = await this.database
      .getRepository(SearchStateRow)
      .find({ where: { searchId: id }, order: { version: 'DESC' }, take: 200 });
    return rows.map(({ version, name, document, savedAt }) => ({ version, name, document, savedAt: savedAt.toISOString() }));
  }

  async own(agentId: string, id: string): Promise<SearchRow> {
    return found(await this.database.getRepository(SearchRow).findOneBy({ id, agentId }), 'search');
  }

  async create(agentId: string, body: { name: string; clientId?: string | null; document: unknown }): Promise<SavedSearch> {
    const document = readSearch(body.document);
    if (body.clientId) await this.clients.own(agentId, body.clientId);
    const id = randomUUID();
    const name = body.name.trim();
    const now = this.clock.date();
    await this.database.transaction(async (manager) => {
      await manager.insert(SearchRow, {
        id,
        agentId,
        clientId: body.clientId ?? null,
        name,
        document,
        version: 1,
        updatedAt: now,
      });
      await manager.insert(SearchStateRow, { searchId: id, version: 1, name, document, savedAt: now });
    });
    return this.get(agentId, id);
  }

  /** Saves over the version that was read; where another was saved meanwhile, says so and changes nothing. */
  async update(agentId: string, id: string, body: { name: string; document: unknown; version: number }): Promise<SavedSearch> {
    const document = readSearch(body.document);
    await this.own(agentId, id);
    const [name, version, now] = [body.name.trim(), body.version + 1, this.clock.date()];
    const isSaved = await this.database.transaction(async (manager) => {
      const change = { name, document, version, updatedAt: now };
      const { affected } = await manager.update(SearchRow, { id, version: body.version }, change);
      if (affected) await manager.insert(SearchStateRow, { searchId: id, version, name, document, savedAt: now });
      return affected === 1;
    });
    const current = await this.get(agentId, id);
    if (!isSaved)
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
    await this.database.transaction(async (manager) => {
      await manager.delete(SearchRow, { id: search.id });
      await manager.delete(SearchStateRow, { searchId: search.id });
    });
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
