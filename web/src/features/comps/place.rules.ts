import { isEither, isPeriod, PROPERTY_TYPES } from '@perambula/core';
import type { FieldLine, PropertyType, Search, StatusTime } from '@perambula/core';
import { KEPT, PLACE_FIELDS } from '../../shared/where.js';
import type { Where } from '../../shared/where.js';

export const USUAL_SPAN = 'P30D';
/** ISO 8601 periods up to today. */
export const SPANS = ['P30D', 'P90D', 'P6M', 'P12M', 'P24M'] as const;

/** What is asked by place, as the page's address holds it. */
export interface AskedByPlace {
  /** "City:Wrenfield", "kept:" with a bound's id, "drawn", or empty while none is chosen. */
  readonly place: string;
  readonly kind: PropertyType;
  /** Empty for all of them. */
  readonly subType: string;
  /** An ISO 8601 period up to today. */
  readonly span: string;
}

export function askedOf(params: URLSearchParams): AskedByPlace {
  const span = params.get('span') ?? '';
  return {
    place: params.get('place') ?? '',
    kind: PROPERTY_TYPES.find((type) => type === params.get('kind')) ?? 'Residential',
    subType: params.get('subtype') ?? '',
    span: isPeriod(span) ? span : USUAL_SPAN,
  };
}

export function addressOf({ place, kind, subType, span }: AskedByPlace): string {
  const params = new URLSearchParams({ place, kind, ...(subType ? { subtype: subType } : {}), span });
  return `/comps?${params}`;
}

/** What was sold there, and what else there is: for sale, under contract, or off without a sale. */
export function searchesOf({ kind, subType, span }: AskedByPlace, { lines, bounds }: Where): { sold: Search; others: Search } {
  const of = (statuses: readonly StatusTime[]): Search => ({
    version: 1,
    kinds: [kind],
    lines: [
      { id: 'status', field: 'Status', is: { oneOf: statuses } },
      ...lines,
      ...(subType ? [{ id: 'subtype', field: 'PropertySubType', is: { anyOf: [subType] } }] : []),
    ],
    bounds,
    order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
  });
  const now = (['Coming Soon', 'Active', 'Active Under Contract', 'Pending'] as const).map((status) => ({ status }));
  const off = (['Withdrawn', 'Expired', 'Canceled'] as const).map((status) => ({ status, last: span }));
  return { sold: of([{ status: 'Closed', last: span }]), others: of([...now, ...off]) };
}

/** What is asked by place in a search that asks for nothing else: one kind, one place, and what was sold in some time. */
export function byPlaceIn({ kinds, lines, bounds }: Search): AskedByPlace | null {
  const asked: { place: string; subType: string; span: string } = { place: '', subType: '', span: '' };
  const [kind] = kinds;
  if (!kind || kinds.length > 1 || bounds.length > 1) return null;
  for (const line of lines) {
    if (isEither(line) || line.weight === 'nice') return null;
    const { field, is } = line;
    const only = 'anyOf' in is && is.anyOf.length === 1 ? is.anyOf[0] : undefined;
    if (field === 'Status') asked.span = soldWithin(line);
    else if (only === undefined) return null;
    else if (field === 'PropertySubType') asked.subType = only;
    else if (field in PLACE_FIELDS && !asked.place) asked.place = `${field}:${only}`;
    else return null;
  }
  const [bound] = bounds;
  if (bound) {
    if (asked.place || bound.mode === 'out' || !bound.keptId) return null;
    asked.place = `${KEPT}:${bound.keptId}`;
  }
  return asked.place && asked.span ? { ...asked, kind } : null;
}

/** Empty where the line asks for anything but homes closed within a period. */
function soldWithin({ is }: FieldLine): string {
  const [only, ...others] = 'oneOf' in is ? is.oneOf : [];
  return only?.status === 'Closed' && only.last !== undefined && others.length === 0 ? only.last : '';
}
