import type { DayHome, VisitNote } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { isRefused, nextSteps, sayThinks, writtenOf } from './afterwards.rules.js';

const home = {
  listingKey: 'A',
  address: '44 Tollgate Rd, Port Ostrey',
  listAgent: 'Ines Okafor',
  thinks: [] as DayHome['thinks'],
} as DayHome;
const people = [
  { id: 'p1', name: 'Abena', phone: '' },
  { id: 'p2', name: 'Corin', phone: '' },
];
const note = (of: Partial<VisitNote>): VisitNote => ({
  ...{
    id: 'n',
    kind: 'words',
    at: '2026-04-18T14:00:00.000Z',
    listingKey: 'A',
    personId: null,
    verdict: null,
    text: '',
    minutes: null,
  },
  ...of,
});
const labels = (thinks: Parameters<typeof sayThinks>[0]): string[] => nextSteps({ home, thinks }).map(({ label }) => label);

describe('what was written of a round', () => {
  it('stands by homes, with what each thinks as they said last; a home without a word is left out', () => {
    const notes = [
      note({ text: 'Dry cellar.' }),
      note({ kind: 'seen', at: '2026-04-18T15:00:00.000Z' }),
      note({ kind: 'late', listingKey: null, minutes: 15 }),
    ];
    const other = { ...home, listingKey: 'B' };
    const thinks = [
      { personId: 'p2', verdict: 'like', note: '' },
      { personId: 'p1', verdict: 'notForUs', note: 'Too dark' },
      { personId: 'gone', verdict: 'like', note: '' },
    ] as const;
    const evening = { ...home, listingKey: 'C', thinks: thinks.slice(0, 1) };
    expect(writtenOf({ homes: [other, { ...home, thinks }, evening], people, notes })).toMatchObject([
      {
        home: { listingKey: 'A' },
        seenAt: '2026-04-18T15:00:00.000Z',
        thinks: [
          { name: 'Abena', verdict: 'notForUs', note: 'Too dark' },
          { name: 'Corin', verdict: 'like' },
        ],
        words: [{ text: 'Dry cellar.' }],
        photographs: [],
      },
      { home: { listingKey: 'C' }, seenAt: null, thinks: [{ name: 'Corin', verdict: 'like' }] },
    ]);
  });
});

describe('what they think', () => {
  it('says where they agree and where they differ', () => {
    const [abena, corin] = [{ name: 'Abena', verdict: 'notForUs' } as const, { name: 'Corin', verdict: 'like' } as const];
    expect(sayThinks([abena, corin])).toBe('Abena says no, Corin likes it: they differ.');
    expect(sayThinks([corin, { ...corin, name: 'Abena' }])).toBe('Corin likes it, Abena likes it: they agree.');
    expect(sayThinks([corin])).toBe('Corin likes it.');
    expect(sayThinks([])).toBe('');
  });
});

describe('what comes next', () => {
  it('is an offer where somebody likes a home and nobody refuses it', () => {
    expect(
      labels([
        { name: 'Abena', verdict: 'like' },
        { name: 'Corin', verdict: 'unsure' },
      ]),
    ).toEqual(['Thank the listing agent', 'Offer talk', 'Comps', 'Second visit']);
  });

  it('is another look where they differ or are not sure, and none where all refuse', () => {
    expect(
      labels([
        { name: 'Abena', verdict: 'like' },
        { name: 'Corin', verdict: 'notForUs' },
      ]),
    ).toEqual(['Thank the listing agent', 'Second visit']);
    const refused = [{ name: 'Abena', verdict: 'notForUs' as const }];
    expect(labels(refused)).toEqual(['Thank the listing agent']);
    expect([isRefused(refused), isRefused([])]).toEqual([true, false]);
  });
});
