import { Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { CompsAnswer, PriceModelAnswer, PublicRecord } from '@perambula/contract';
import { COMP_MILES, compsSearch, PROPERTY_TYPES } from '@perambula/core';
import type { ListingRecord, LonLat, PropertyType, Search } from '@perambula/core';
import { found } from '../common/failure.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { AddressesService } from '../places/index.js';
import { PublicRecords } from '../records/index.js';
import { SearchesService } from '../searches/index.js';
import { CompHomes } from './compHomes.js';
import { PriceModels } from './priceModels.js';

/** It is looked farther round a subject until so many homes are found. */
const ENOUGH = 40;
const MOST = 200;
/** How price goes with homes' facts is told by so many of the latest sales at most. */
const MOST_SALES = 1000;

/** What others are compared with: a listing, or a parcel by its record; nothing where both are null. */
interface Subject {
  readonly subject: string | null;
  readonly parcel: string | null;
}

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
    private readonly desk: Desk,
  ) {}

  /** @param keys  of homes that were chosen; none, and they are looked for round the subject */
  async gather(agentId: string, { subject, parcel }: Subject, keys: readonly string[]): Promise<CompsAnswer> {
    const record = await this.subjectOf(agentId, { subject, parcel });
    const { around, total, miles } = keys.length > 0 || !record ? chosen(keys) : await this.around(agentId, record);
    const others = around.filter((key) => key !== subject);
    const asked = subject === null ? others : [subject, ...others];
    const all = await this.desk.run('page', 'the homes to be compared', CompHomes, 'compared', agentId, asked);
    const own = all.find(({ ListingKey }) => ListingKey === subject) ?? null;
    return { subject: own ?? (parcel === null ? null : record), homes: all.filter((home) => home !== own), total, miles };
  }

  private async subjectOf(agentId: string, { subject, parcel }: Subject): Promise<ListingRecord | null> {
    if (subject !== null) return found((await this.listings.byKeys([subject], agentId)).get(subject), 'listing');
    if (parcel === null) return null;
    const record = found(await this.records.find(parcel), 'parcel');
    const address = String(record['UnparsedAddress'] ?? '');
    const at = this.addresses.named(address).find(({ parcelNumber }) => parcelNumber === record.ParcelNumber)?.at;
    return parcelAsHome(record, address, at ?? null);
  }

  /** Homes round a subject, looked for farther and farther until enough are found. */
  private async around(agentId: string, record: ListingRecord): Promise<Gathered> {
    let gathered: Gathered = { around: [], total: 0, miles: null };
    for (const miles of COMP_MILES) {
      const search = compsSearch(record, miles);
      if (!search) break;
      const { keys, total } = await this.searches.first(agentId, search, MOST);
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
    if (type === 'Residential Lease') return { model: null };
    const { keys } = await this.searches.first(agentId, salesOf(type), MOST_SALES);
    // an agent's own file tells nothing that others should see
    const sales = keys.filter((sale) => !isOwnKey(sale));
    return { model: await this.desk.run('page', 'the sales that prices are told by', PriceModels, 'of', type, sales) };
  }
}

function chosen(keys: readonly string[]): Gathered {
  return { around: keys, total: keys.length, miles: null };
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
