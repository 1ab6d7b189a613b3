import type { DayHome, RoundDay, VisitNote } from '@perambula/contract';

export function homeOf(of: Partial<DayHome> = {}): DayHome {
  return {
    ...{ id: 'a', listingKey: 'A', address: '44 Tollgate Rd, Port Ostrey', price: 431_000, status: 'Active', at: [-66, 40.6] },
    ...{ open: [{ from: 0, until: 1440 }], instructions: '', agentMobile: '555-0133', facts: '4 bd · 2½ ba' },
    ...{
      startAt: 610,
      endAt: 635,
      drive: 10,
      breakAt: null,
      state: 'confirmed',
      listAgent: 'Ines Okafor',
      office: 'Harborline Homes',
    },
    ...{ officePhone: '555-0117', thinks: [], said: [], way: null },
    ...of,
  };
}

export function noteOf(of: Partial<VisitNote> = {}): VisitNote {
  return {
    ...{ id: 'n', kind: 'words', at: '2026-04-18T14:00:00.000Z', listingKey: 'A', personId: null, verdict: null },
    ...{ text: '', minutes: null },
    ...of,
  };
}

export const DAY: RoundDay = {
  ...{ id: 'r1', name: 'Saturday round', on: '2026-04-18', clientId: 'c1', clientName: 'Amara Voss' },
  people: [{ id: 'p1', name: 'Amara', phone: '555-0171' }],
  ...{ begin: null, end: null, leaveAt: 600, backAt: 700, homes: [homeOf()], notes: [] },
  ...{ zone: 'America/New_York', now: '2026-04-18T13:50:00.000Z' },
};
