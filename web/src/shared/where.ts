import type { Choices, KeptBound } from '@perambula/contract';
import { sayBound } from '@perambula/core';
import type { Bound, FieldLine } from '@perambula/core';

/** The fields that name a place, and what their places are called together. */
export const PLACE_FIELDS: Readonly<Record<string, string>> = {
  City: 'Towns',
  SubdivisionName: 'Districts',
  PostalCode: 'Postal codes',
  ElementarySchool: 'Elementary schools',
  MiddleOrJuniorSchool: 'Middle schools',
  HighSchool: 'High schools',
  HighSchoolDistrict: 'High school districts',
};
/** What the value of a kept bound begins with. */
export const KEPT = 'kept';
/** A bound drawn on the search's map, which is kept nowhere else. */
export const DRAWN = 'drawn';

/** The places that can be chosen, by what they are. */
export function placesOf(choices: Choices, kept: readonly KeptBound[], drawn: Bound | null) {
  const groups = Object.entries(PLACE_FIELDS).map(([field, label]) => ({
    label,
    options: (choices[field] ?? []).map(({ value }) => ({ value: `${field}:${value}`, label: value })),
  }));
  const bounds = [
    ...(drawn ? [{ value: DRAWN, label: sayBound(drawn) }] : []),
    ...kept.map(({ id, name }) => ({ value: `${KEPT}:${id}`, label: name })),
  ];
  return [{ label: 'Bounds', options: bounds }, ...groups].filter(({ options }) => options.length > 0);
}

/** A place as a part of a search, and its name. */
export interface Where {
  readonly name: string;
  readonly lines: readonly FieldLine[];
  readonly bounds: readonly Bound[];
}

/** null where no place is chosen, or the bound is kept no more. */
export function whereOf(place: string, kept: readonly KeptBound[], drawn: Bound | null): Where | null {
  const [field = '', ...rest] = place.split(':');
  const value = rest.join(':');
  if (place === DRAWN) return drawn && within(sayBound(drawn), { ...drawn, id: DRAWN, mode: 'in' });
  if (field === KEPT) {
    const bound = kept.find(({ id }) => id === value);
    return bound ? within(bound.name, { id: KEPT, mode: 'in', shape: bound.shape, name: bound.name, keptId: bound.id }) : null;
  }
  return value !== '' && field in PLACE_FIELDS
    ? { name: value, lines: [{ id: 'place', field, is: { anyOf: [value] } }], bounds: [] }
    : null;
}

function within(name: string, bound: Bound): Where {
  return { name, lines: [], bounds: [bound] };
}
