import type { ClientSummary, SavedSearch, Shortlist } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { namedBy } from './finder.rules.js';

describe('namedBy', () => {
  const clients = [{ id: '1', name: 'Bashir Odell' }] as unknown as ClientSummary[];
  const searches = [{ id: 's', name: 'Near the ferry', clientId: '1' }] as unknown as SavedSearch[];
  const shortlists = [{ id: 'l', name: 'Ferry side', clientName: 'Bashir Odell' }] as unknown as Shortlist[];
  const choices = { City: [{ value: 'Sedge Ferry', listings: 1200 }], ListOfficeName: [{ value: 'Ferry & Rake', listings: 1 }] };
  const named = (sought: string): string[] =>
    namedBy(sought, clients, searches, shortlists, choices).map(({ kind, label }) => `${kind}: ${label}`);

  it('finds whatever bears the name, what begins with it first', () =>
    expect(named('ferry')).toEqual([
      'Shortlists: Ferry side',
      'Offices and agents: Ferry & Rake',
      'Searches: Near the ferry',
      'Places: Sedge Ferry',
    ]));
  it('finds a file, and nothing for a single letter or a name that nobody bears', () => {
    expect(named('bash')).toEqual(['Files: Bashir Odell']);
    expect(named('b')).toEqual([]);
    expect(named('nobody')).toEqual([]);
  });
  it('names a search’s client, and makes a line of a place', () => {
    expect(namedBy('near', clients, searches, shortlists, choices)).toMatchObject([{ to: '/search/s', note: 'Bashir Odell' }]);
    expect(namedBy('sedge', clients, searches, shortlists, choices)).toMatchObject([
      { to: { field: 'City', is: { anyOf: ['Sedge Ferry'] } }, note: '1,200 listings ever' },
    ]);
  });
});
