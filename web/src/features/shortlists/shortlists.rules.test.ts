import type { ShortlistItem } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { sayNews } from '../../shared/news.js';
import { inOrder, meant, newsOf, pastedLines, saySold } from './shortlists.rules.js';

const item = (id: string, listing: object, verdicts: readonly ('like' | 'unsure' | 'notForUs')[] = []): ShortlistItem =>
  ({
    id,
    listing,
    reactions: verdicts.map((verdict) => ({ person: 'Amara', verdict, note: '', at: '' })),
  }) as unknown as ShortlistItem;

describe('a shortlist', () => {
  const items = [
    item('a', { ListPrice: 300, OnMarketDate: '2026-03-01' }, ['like', 'notForUs']),
    item('b', { ListPrice: 100, OnMarketDate: '2026-04-01' }, ['like', 'like']),
    item('c', { ListPrice: 200 }, ['unsure']),
  ];
  it.each([
    ['own', 'abc'],
    ['cheapest', 'bca'],
    ['dearest', 'acb'],
    ['liked', 'bca'],
    ['newest', 'bac'],
  ] as const)('is looked at in several orders: %s', (order, ids) => {
    expect(
      inOrder(items, order)
        .map(({ id }) => id)
        .join(''),
    ).toBe(ids);
  });

  it('says what is different, a cut as a gain', () => {
    expect(sayNews({ price: { from: 400_000, to: 390_000 }, status: { from: 'Active', to: 'Pending' } })).toEqual([
      { says: 'cut $10,000', isGain: true },
      { says: 'now pending, was active', isGain: false },
    ]);
    expect(sayNews({ price: { from: 1, to: 2 }, status: null })).toEqual([{ says: 'raised $1', isGain: false }]);
    expect(sayNews({ price: null, status: null })).toEqual([]);
  });

  it('tells once what is different since both, and of a sold home not that its status is other', () => {
    const dates = { addedAt: '2026-04-01', sentAt: '2026-04-10' };
    const status = { from: 'Active', to: 'Pending' };
    const news = {
      sinceAdded: { price: { from: 120, to: 100 }, status },
      sinceSent: { price: { from: 110, to: 100 }, status },
    };
    const said = (more: object): string[] =>
      newsOf({ ...item('a', {}), ...dates, ...news, ...more }).map(({ says, since }) => `${says} ${since}`);
    expect(said({})).toEqual(['cut $20 added', 'cut $10 told', 'now pending, was active told']);
    expect(said({ sinceSent: null, sentAt: null })).toEqual(['cut $20 added', 'now pending, was active added']);
    expect(said({ listing: { StandardStatus: 'Closed' } })).toEqual(['cut $20 added', 'cut $10 told']);
  });

  it('keeps what a home sold for', () => {
    const sold = { StandardStatus: 'Closed', ClosePrice: 402_000, CloseDate: '2026-04-03' };
    expect(saySold(item('a', sold))).toBe('sold for $402,000 on Apr 3, 2026');
    expect(saySold(item('a', { StandardStatus: 'Closed' }))).toBe('sold');
    expect(saySold(item('a', { StandardStatus: 'Active' }))).toBeNull();
  });
});

describe('pasted numbers and addresses', () => {
  it('are read line by line, without what lists put before them, each once', () => {
    expect(pastedLines('  - 24001 \n• 24002\n\n24001\t 27   Lantern Ln, Port Ostrey ;24003')).toEqual([
      '24001',
      '24002',
      '27 Lantern Ln, Port Ostrey',
      '24003',
    ]);
  });
  it('mean the home that is found, the exact one of several, or are said to fit several', () => {
    const row = (ListingKey: string, UnparsedAddress: string, ListingId = ListingKey) => ({
      ListingKey,
      UnparsedAddress,
      ListingId,
    });
    const [one, again, other] = [
      row('1', '27 Lantern Ln, Port Ostrey'),
      row('2', '27 Lantern Ln, Port Ostrey'),
      row('3', '127 Lantern Ln, Port Ostrey'),
    ];
    expect(meant('27 Lantern Ln', [])).toBe('none');
    expect(meant('27 lantern', [one])).toBe(one);
    expect(meant('27 LANTERN LN', [other, one, again])).toBe(one);
    expect(meant('3', [one, other])).toBe(other);
    expect(meant('lantern', [one, other])).toBe('several');
  });
});
