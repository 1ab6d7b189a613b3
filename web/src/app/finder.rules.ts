import type { Choices, ClientSummary, SavedSearch, Shortlist } from '@perambula/contract';
import type { FieldLine } from '@perambula/core';

/** Something the finder can go to by its name. */
export interface Named {
  readonly kind: 'Files' | 'Searches' | 'Shortlists' | 'Places' | 'Offices and agents';
  readonly label: string;
  /** Where it is, or the line that a search of it has. */
  readonly to: string | FieldLine;
  readonly note?: string;
}

const MOST_OF_A_KIND = 4;

const CHOICES: readonly (readonly [field: string, kind: Named['kind']])[] = [
  ['City', 'Places'],
  ['SubdivisionName', 'Places'],
  ['BuildingName', 'Places'],
  ['ListOfficeName', 'Offices and agents'],
  ['ListAgentFullName', 'Offices and agents'],
];

/** What bears the name that is sought, or a part of it, by kind; the best of each kind first. */
export function namedBy(
  sought: string,
  clients: readonly ClientSummary[],
  searches: readonly SavedSearch[],
  shortlists: readonly Shortlist[],
  choices: Choices,
): Named[] {
  const wanted = sought.trim().toLowerCase();
  if (wanted.length < 2) return [];
  const all: Named[] = [
    ...clients.map(({ id, name }): Named => ({ kind: 'Files', label: name, to: `/clients/${id}` })),
    ...searches.map(({ id, name, clientId }): Named => ({
      kind: 'Searches',
      label: name,
      to: `/search/${id}`,
      note: clients.find((client) => client.id === clientId)?.name ?? 'your own',
    })),
    ...shortlists.map(({ id, name, clientName }): Named => ({
      kind: 'Shortlists',
      label: name,
      to: `/shortlists/${id}`,
      note: clientName ?? 'your own',
    })),
    ...CHOICES.flatMap(([field, kind]) =>
      (choices[field] ?? []).map(({ value, listings }): Named => ({
        kind,
        label: value,
        to: { id: 'named', field, is: { anyOf: [value] } },
        note: `${listings.toLocaleString('en-US')} ${listings === 1 ? 'listing' : 'listings'} ever`,
      })),
    ),
  ];
  const rank = ({ label }: Named): number => {
    const name = label.toLowerCase();
    return name === wanted ? 0 : name.startsWith(wanted) ? 1 : name.includes(` ${wanted}`) ? 2 : name.includes(wanted) ? 3 : 4;
  };
  const found = all.filter((each) => rank(each) < 4).sort((a, b) => rank(a) - rank(b));
  const kinds = new Map<Named['kind'], number>();
  return found.filter(({ kind }) => {
    const count = (kinds.get(kind) ?? 0) + 1;
    kinds.set(kind, count);
    return count <= MOST_OF_A_KIND;
  });
}
