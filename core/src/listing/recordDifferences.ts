import { fieldOf } from './fields.js';
import type { ListingRecord } from './record.js';

/** What a listing and the public record of its parcel can both say. */
const COMPARED = [
  'LivingArea',
  'BedroomsTotal',
  'BathroomsFull',
  'YearBuilt',
  'LotSizeAcres',
  'ElementarySchool',
  'MiddleOrJuniorSchool',
  'HighSchool',
] as const;

export interface RecordDifference {
  readonly field: string;
  readonly label: string;
  readonly unit: string | null;
  readonly listed: string | number;
  readonly recorded: string | number;
}

/** Where a listing and the public record say different things; what either leaves blank is no difference. */
export function recordDifferences(listing: ListingRecord, record: Readonly<Record<string, unknown>>): RecordDifference[] {
  return COMPARED.flatMap((name) => {
    const [listed, recorded] = [listing[name], record[name]];
    if (!isSaid(listed) || !isSaid(recorded) || listed === recorded) return [];
    const field = fieldOf(name);
    return [{ field: name, label: field?.label ?? name, unit: field?.unit ?? null, listed, recorded }];
  });
}

function isSaid(value: unknown): value is string | number {
  return (typeof value === 'string' && value !== '') || typeof value === 'number';
}
