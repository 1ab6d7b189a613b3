import { Injectable } from '@nestjs/common';
import { isOwnKey, MOST_COMPARED } from '@perambula/contract';
import type { CompsAnswer, PriceModelAnswer, PublicRecord } from '@perambula/contract';
import { COMP_MILES, compsSearch, PROPERTY_TYPES } from '@perambula/core';
import type { ListingRecord, LonLat, PropertyType, Search } from '@perambula/core';
import { found } from '../common/failure.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { AddressesService } from '../places/index.js';
import { PublicRecords } from '../records/index.js';
import { SearchDocuments, SearchesService } from '../searches/index.js';
import type { AgentRow } from '../sessions/index.js';
import { CompHomes } from './compHomes.js';
import { CompsFiles } from './compsFiles.js';
import type { CompsBody, CompsFileBody } from './dto/bodies.js';
import { PriceModels } from './priceModels.js';

/** It is looked farther round a subject until so many homes are found. */
const ENOUGH = 40;
const MOST_AROUND = 200;
/** How price goes with homes' facts is told by so many of the latest sales at most. */
const MOST_SALES = 1000;

const NO_MODEL: PriceModelAnswer = { model: null };

interface Gathered {
  readonly around: readonly string[];
  readonly total: number;
  readonly miles: number | null;
}

/** The facts of a home that a record has. */
const RECORDED = ['LivingArea', 'BedroomsTotal', 'BathroomsFull', 'YearBuilt', 'LotSizeAcres'] as const;

/** Homes to be compared: those chosen, or those round a subject. */
@Injectable()
export class CompsService {
  constructor(
    private readonly listings: ListingsService,
    private readonly addresses: AddressesService,
    private readonly records: PublicRecords,
    private readonly searches: SearchesService,
    private readonly documents: SearchDocuments,
    private readonly desk: Desk,
  ) {}

  /** Homes that were chosen, or what a search finds, the first of its order; with neither they are looked for round the subject. */
  async gather(agentId: string, body: CompsBody): Promise<CompsAnswer> {
    const { subject = null } = body;
    const record = await this.subjectOf(agentId, body);
    const { around, total, miles } = await this.gathered(agentId, record, body);
    const others = around.filter((key) => key !== subject);
    const asked = subject === null ? others : [subject, ...others];
    const all = await this.desk.run('page', 'the homes to be compared', CompHomes, 'compared', agentId, asked);
    const own = all.find(({ ListingKey }) => ListingKey === subject) ?? null;
    return { subject: own ?? (subject === null ? record : null), homes: all.filter((home) => home !== own), total, miles };
  }

  /** Homes compared as a file, made at the desk. */
  async file(agent: AgentRow, body: CompsFileBody): Promise<Uint8Array> {
    const record = await this.subjectOf(agent.id, body);
    const parcel = body.subject === undefined ? record : null;
    const { model } = body.type === 'xlsx' && record ? await this.priceModel(agent.id, String(record['PropertyType'])) : NO_MODEL;
    return this.desk.run('file', 'the homes to be compared', CompsFiles, 'write', agent, body, parcel, model);
  }

  private async subjectOf(
    agentId: string,
    { subject, parcel }: Pick<CompsBody, 'subject' | 'parcel'>,
  ): Promise<ListingRecord | null> {
    if (subject !== undefined) return found((await this.listings.byKeys([subject], agentId)).get(subject), 'listing');
    if (parcel === undefined) return null;
    const record = found(await this.records.find(parcel), 'parcel');
    const address = String(record['UnparsedAddress'] ?? '');
    const at = this.addresses.named(address).find(({ parcelNumber }) => parcelNumber === record.ParcelNumber)?.at;
    return parcelAsHome(record, address, at ?? null);
  }

  private async gathered(agentId: string, record: ListingRecord | null, { keys = [], search }: CompsBody): Promise<Gathered> {
    if (search !== undefined) {
      const { keys: around, total } = await this.searches.first(agentId, await this.documents.read(search), MOST_COMPARED);
      return { around, total, miles: null };
    }
    return keys.length > 0 || !record ? { around: keys, total: keys.length, miles: null } : this.around(agentId, record);
  }

  /** Homes round a subject, looked for farther and farther until enough are found. */
  private async around(agentId: string, record: ListingRecord): Promise<Gathered> {
    let gathered: Gathered = { around: [], total: 0, miles: null };
    for (const miles of COMP_MILES) {
      const search = compsSearch(record, miles);
      if (!search) break;
      const { keys, total } = await this.searches.first(agentId, search, MOST_AROUND);
      // itself is one of them, where it is for sale
      gathered = { around: keys, total: total - Number(keys.includes(record.ListingKey)), miles };
      if (keys.length > ENOUGH) break;
    }
    return gathered;
  }

  /** How price goes with the facts of homes of a property type; of rents nothing is told. */
  async priceModel(agentId: string, named: string): Promise<PriceModelAnswer> {
    const type = found(
      PROPERTY_TYPES.find((each) => each === named),
      'kind of property',
    );
    if (type === 'Residential Lease') return NO_MODEL;
    const { keys } = await this.searches.first(agentId, salesOf(type), MOST_SALES);
    // an agent's own file tells nothing that others should see
    const sales = keys.filter((sale) => !isOwnKey(sale));
    return { model: await this.desk.run('kept', 'the sales that prices are told by', PriceModels, 'of', type, sales) };
  }
}

/** A parcel's record by the names that listings have for its facts; what kind of home it is no record says. */
function parcelAsHome(record: PublicRecord, address: string, at: LonLat | null): ListingRecord {
  const known = (field: string): number | null => (typeof record[field] === 'number' ? record[field] : null);
  return {
    ListingKey: record.ParcelNumber,
    PropertyType: 'Residential',
    UnparsedAddress: address,
    City: address.split(', ').at(-1) ?? null,
    Longitude: at?.[0] ?? null,
    Latitude: at?.[1] ?? null,
    ...Object.fromEntries(RECORDED.map((field) => [field, known(field)])),
    PhotosCount: 0,
  };
}

/** The sales of a property type, the latest first. */
function salesOf(type: PropertyType): Search {
  return {
    version: 1,
    kinds: [type],
    lines: [{ id: 'sold', field: 'Status', is: { oneOf: [{ status: 'Closed', last: 'P24M' }] } }],
    bounds: [],
    order: [{ field: 'CloseDate', direction: 'desc' }],
  };
}
