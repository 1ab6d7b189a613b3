import type { ListingRecord } from '../listing/record.js';
import type { PropertyType } from '../listing/kinds.js';
import { PROPERTY_TYPES } from '../listing/kinds.js';
import type { FieldLine, Search } from '../search/document.js';

/** Homes like one home: the search that finds them, and what they share in words. */
export interface Ring {
  readonly search: Search;
  /** "townhouses in Port Ostrey, size and price within 15%" */
  readonly said: string;
}

/** How far back homes alike are looked for. */
const PERIOD = 'P3Y';

interface Width {
  readonly inTown: boolean;
  readonly ofSubType: boolean;
  /** By how much size and price may differ; null for any. */
  readonly share: number | null;
}

/** From the nearest homes to all of the kind. */
const WIDTHS: readonly Width[] = [
  { inTown: true, ofSubType: true, share: 0.15 },
  { inTown: true, ofSubType: true, share: 0.25 },
  { inTown: true, ofSubType: false, share: 0.25 },
  { inTown: false, ofSubType: true, share: 0.15 },
  { inTown: false, ofSubType: true, share: 0.25 },
  { inTown: false, ofSubType: false, share: 0.4 },
  { inTown: false, ofSubType: false, share: null },
];

/**
 * Homes like one home in widening rings, each ring a search over all that came on the market in the last three years,
 * whatever became of them: by property facts alone.
 *
 * @returns from the narrowest to the widest, those that the record's facts allow; none where its property type is blank
 */
export function ringsAround(record: ListingRecord): Ring[] {
  const kind = PROPERTY_TYPES.find((type) => type === record['PropertyType']);
  if (!kind) return [];
  const rings = WIDTHS.map((width) => ringOf(record, kind, width));
  // where a fact is blank two rings are one
  return rings.filter(({ said }, i) => rings.findIndex((ring) => ring.said === said) === i);
}

function ringOf(record: ListingRecord, kind: PropertyType, { inTown, ofSubType, share }: Width): Ring {
  const { City: town, PropertySubType: subType, ListPrice: price } = record;
  const size = sizeOf(record);
  const lines: FieldLine[] = [{ id: 'since', field: 'OnMarketDate', is: { last: PERIOD } }];
  const said: string[] = [];
  if (ofSubType && typeof subType === 'string') {
    lines.push({ id: 'subtype', field: 'PropertySubType', is: { anyOf: [subType] } });
    said.push(subType.toLowerCase());
  } else said.push(SAID_OF_KIND[kind]);
  if (inTown && typeof town === 'string') {
    lines.push({ id: 'town', field: 'City', is: { anyOf: [town] } });
    said.push(`in ${town}`);
  }
  const alike: string[] = [];
  if (share !== null && size) {
    lines.push({ id: 'size', field: size.field, is: { between: around(size.value, share, size.step) } });
    alike.push(size.field === 'LivingArea' ? 'size' : 'lot');
  }
  if (share !== null && typeof price === 'number') {
    lines.push({ id: 'price', field: 'ListPrice', is: { between: around(price, share, 1000) } });
    alike.push(kind === 'Residential Lease' ? 'rent' : 'price');
  }
  const within = alike.length > 0 ? `, ${alike.join(' and ')} within ${Math.round((share ?? 0) * 100)}%` : '';
  return {
    search: { version: 1, kinds: [kind], reach: 'all', lines, bounds: [], order: [{ field: 'OnMarketDate', direction: 'desc' }] },
    said: said.join(' ') + within,
  };
}

const SAID_OF_KIND: Readonly<Record<PropertyType, string>> = {
  Residential: 'homes for sale of any subtype',
  'Residential Lease': 'homes to rent of any subtype',
  'Residential Income': 'multi-family homes',
  Land: 'land',
  Farm: 'farms',
  'Commercial Sale': 'commercial property',
};

/** What a home's size goes by: its living area, or its lot where it has none. */
function sizeOf({ LivingArea: area, LotSizeAcres: lot }: ListingRecord): { field: string; value: number; step: number } | null {
  if (typeof area === 'number' && area > 0) return { field: 'LivingArea', value: area, step: 10 };
  return typeof lot === 'number' && lot > 0 ? { field: 'LotSizeAcres', value: lot, step: 0.01 } : null;
}

/** From a share below to a share above, outward to whole steps. */
function around(value: number, share: number, step: number): readonly [number, number] {
  const steps = 1 / step;
  const [low, high] = [value * (1 - share), value * (1 + share)];
  return step < 1
    ? [Math.floor(low * steps) / steps, Math.ceil(high * steps) / steps]
    : [Math.floor(low / step) * step, Math.ceil(high / step) * step];
}
