import { Injectable } from '@nestjs/common';
import type { Choices, ComparisonAnswer, CountAnswer, FileType, Filled, KeysAnswer, MissAnswer } from '@perambula/contract';
import { fieldOf, FIELDS, isEither, linesOfMember, missOf, sayOpen } from '@perambula/core';
import type {
  ComparedPart,
  ListingRecord,
  Loosening,
  MadeSweeps,
  Miss,
  Part,
  PropertyType,
  ResultKey,
  ResultSet,
  Search,
} from '@perambula/core';
import { Clock } from '../clock/index.js';
import { asking } from '../common/requestBudget.js';
import { SameAnswers } from '../common/sameAnswers.js';
import { Turns } from '../common/turns.js';
import { temporaryFile } from '../common/temporaryFile.js';
import type { TemporaryFile } from '../common/temporaryFile.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { CountyContext, RoadsService } from '../roads/index.js';
import { EngineHost } from './engine.host.js';
import type { SliceCalls } from './engine.worker.js';
import { ListingFiles } from './listing.files.js';
import { SearchDocuments } from './search.documents.js';

const MOST_IN_A_FILE = 20_000;
/** Rows of a list that can be looked through. */
const MOST_KEYS = 50_000;

@Injectable()
export class SearchesService {
  /** Counts that several ask alike. */
  private readonly counts = new SameAnswers<string>();
  /** Pages of rows are read and written one after the other, each a moment's work; other requests are answered between. */
  private readonly pages = new Turns(1);

  constructor(
    private readonly engine: EngineHost,
    private readonly listings: ListingsService,
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly roads: RoadsService,
    private readonly documents: SearchDocuments,
    private readonly desk: Desk,
  ) {}

  /** @returns a CountAnswer as JSON */
  count(agentId: string, document: unknown): Promise<string> {
    const asOf = this.engine.asOf;
    const minute = Math.floor(this.clock.now() / 60_000);
    const reader = this.engine.readerOf(agentId);
    return this.counts.of(`${asOf} ${minute} ${reader ?? ''} ${JSON.stringify(document)}`, async () => {
      const search = await this.documents.read(document);
      const { answer } = await this.asked(agentId, 'count', { search });
      return JSON.stringify({ ...answer, asOf } satisfies CountAnswer);
    });
  }

  /** @returns a ListingsAnswer as JSON */
  async results(agentId: string, document: unknown, part: Part): Promise<string> {
    const search = await this.documents.read(document);
    const asOf = this.engine.asOf;
    const { answer, made } = await this.asked(agentId, 'find', { search, part: { ...part, prices: true } });
    const { total, keys, prices } = answer;
    const rows = await this.rows(agentId, search, part.set, keys, made);
    return `{"total":${total},"rows":${rows},"prices":${JSON.stringify(prices)},"asOf":${asOf}}`;
  }

  /** How many fit a search that is the application's own, and the first of them. */
  async first(agentId: string, search: Search, limit: number): Promise<{ total: number; keys: string[] }> {
    const { answer } = await this.asked(agentId, 'find', { search, part: { set: 'fit', limit } });
    return { total: answer.total, keys: answer.keys.map(({ key }) => key) };
  }

  /** The nearest of those that miss a search by one line alone; none where it has no such line. */
  async nearMisses(
    agentId: string,
    document: unknown,
    lineOf: (search: Search) => { readonly line: string } | null,
    limit: number,
  ): Promise<{ search: Search; keys: string[] }> {
    const search = { ...(await this.documents.read(document)), order: [] };
    const line = lineOf(search)?.line;
    if (line === undefined) return { search, keys: [] };
    const { answer } = await this.asked(agentId, 'find', { search, part: { set: 'missByOne', line, limit } });
    return { search, keys: answer.keys.map(({ key }) => key) };
  }

  /** The keys of a result, in its order, at most 50,000: a KeysAnswer as JSON. */
  async keys(agentId: string, document: unknown, { set, line }: Pick<Part, 'set' | 'line'>): Promise<Uint8Array> {
    const search = await this.documents.read(document);
    const part = { set, limit: MOST_KEYS, ...(line === undefined ? {} : { line }) };
    return (await this.asked(agentId, 'keys', { search, part, asOf: this.engine.asOf })).answer;
  }

  /** The keys of all that a search describes, whatever their status: a list as JSON. */
  async scope(agentId: string, document: unknown): Promise<Uint8Array> {
    const { kinds, lines, bounds } = await this.documents.read(document);
    const search: Search = {
      ...{ version: 1, kinds, bounds, order: [], reach: 'all' },
      lines: lines.filter((line) => isEither(line) || line.field !== 'Status'),
    };
    return (await this.asked(agentId, 'fitting', { search })).answer;
  }

  /** A result's homes as a map draws them, at most 50,000: a MarksAnswer as JSON. */
  async marks(agentId: string, document: unknown, { set, line }: Pick<Part, 'set' | 'line'>): Promise<Uint8Array> {
    const search = await this.documents.read(document);
    const part = { set, limit: MOST_KEYS, ...(line === undefined ? {} : { line }) };
    return (await this.asked(agentId, 'marks', { search, part })).answer;
  }

  /** The rows of some listings of a result, as `results` gives them: a list of Row as JSON. */
  async rowsOf(agentId: string, document: unknown, set: ResultSet, keys: readonly string[]): Promise<string> {
    const search = await this.documents.read(document);
    const { answer, made } = await this.asked(agentId, 'tell', { search, set, keys });
    return this.rows(agentId, search, set, answer, made);
  }

  async compare(agentId: string, first: unknown, second: unknown, part: ComparedPart): Promise<ComparisonAnswer> {
    const [a, b] = await Promise.all([this.documents.read(first), this.documents.read(second)]);
    const { keys, ...figures } = (await this.asked(agentId, 'compare', { a, b, part })).answer;
    const records = await this.listings.byKeys(keys, agentId);
    return { ...figures, rows: keys.flatMap((key) => records.get(key) ?? []) };
  }

  /** Rows as JSON. What is stored is the agent's part, and stays the text that it is unless something must be said of it. */
  private rows(
    agentId: string,
    search: Search,
    set: ResultSet,
    keys: readonly ResultKey[],
    made: readonly MadeSweeps[],
  ): Promise<string> {
    const write = async (): Promise<string> => {
      const texts = await this.listings.textsByKeys(
        keys.map(({ key }) => key),
        agentId,
      );
      const context = this.context.now(made);
      const rows = keys.flatMap(({ key, missed, nice, minutes }) => {
        const text = texts.get(key);
        if (text === undefined) return [];
        const record = (): ListingRecord => JSON.parse(text) as ListingRecord;
        const said = {
          ...(missed ? { miss: sayMiss(missOf(search, record(), missed, context)) } : {}),
          ...(set === 'unknown' ? { open: sayOpen(search, record(), context) } : {}),
          ...(nice ? { nice } : {}),
          ...(minutes ? { minutes } : {}),
        };
        const more = JSON.stringify(said).slice(1);
        return [more === '}' ? text : `${text.slice(0, -1)},${more}`];
      });
      return `[${rows.join(',')}]`;
    };
    return this.pages.take(agentId, write, asking()?.signal);
  }

  /** All of a result as a file by RESO names, with what is for the agent only; whoever takes it removes it. */
  async file(agentId: string, document: unknown, set: ResultSet, type: FileType): Promise<TemporaryFile> {
    const search = await this.documents.read(document);
    const part = { set, limit: MOST_IN_A_FILE };
    const { answer } = await this.asked(agentId, 'keys', { search, part, asOf: this.engine.asOf });
    const { keys } = JSON.parse(new TextDecoder().decode(answer)) as KeysAnswer;
    return this.fileOf(agentId, keys, type);
  }

  /** The same of some listings. */
  async fileOf(agentId: string, keys: readonly string[], type: FileType): Promise<TemporaryFile> {
    const file = await temporaryFile(`listings.${type}`);
    try {
      await this.desk.run('file', 'the size of the file', ListingFiles, 'write', file.path, type, keys, agentId);
      return file;
    } catch (error) {
      await file.remove();
      throw error;
    }
  }

  /** Asks the engine of one or two searches, with what their journeys are measured by, which others may need as well. */
  private async asked<K extends keyof SliceCalls>(
    agentId: string,
    call: K,
    ask: Omit<SliceCalls[K]['ask'], 'time' | 'made' | 'reader'>,
  ): Promise<{ answer: SliceCalls[K]['answer']; made: MadeSweeps[] }> {
    const searches = Object.values(ask).filter((value): value is Search => isSearch(value));
    const partOf = (id: string): string => sayPart(searches, id);
    const made = await this.roads.journeysOf(searches, partOf);
    const reader = this.engine.readerOf(agentId);
    const whole = { ...ask, time: this.clock.time(), made, reader } as unknown as SliceCalls[K]['ask'];
    return { answer: await this.engine.askSliced(call, whole, partOf), made };
  }

  choices(): Promise<Choices> {
    const fields = FIELDS.filter(({ type }) => type === 'choice' || type === 'choices').map(({ name }) => name);
    return this.engine.ask('choices', { fields });
  }

  /** Which single changes of a line's limit would add how many homes. */
  async loosenings(agentId: string, document: unknown): Promise<Loosening[]> {
    return (await this.asked(agentId, 'loosenings', { search: await this.documents.read(document) })).answer;
  }

  /** The share of the listings of some kinds, on the market now, that fill in each field. */
  async filled(kinds: readonly PropertyType[]): Promise<Filled> {
    return this.engine.ask('filled', { search: { version: 1, kinds, lines: [], bounds: [], order: [] } });
  }
}

function isSearch(value: unknown): value is Search {
  return typeof value === 'object' && value !== null && 'kinds' in value;
}

/** What a line or bound is called where it takes too long. */
function sayPart(searches: readonly Search[], id: string): string {
  for (const { lines, bounds } of searches) {
    const line = lines
      .flatMap((each) => [each, ...(isEither(each) ? each.either.flatMap(linesOfMember) : [])])
      .find((each) => each.id === id);
    if (line)
      return `the line “${line.name ?? (isEither(line) ? 'one of several' : (fieldOf(line.field)?.label ?? line.field))}”`;
    const bound = bounds.find((each) => each.id === id);
    if (bound) return `the bound “${bound.name ?? bound.shape.type}”`;
  }
  return 'how much is asked at once';
}

function sayMiss({ id, by, unit, text }: Miss): MissAnswer {
  return { id, by, unit, text };
}
