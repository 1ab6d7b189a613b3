import { describe, expect, it } from 'vitest';
import { sayDigest } from './sayDigest.js';
import type { WentOut } from './sayDigest.js';

const message = (client: string, more: Partial<WentOut> = {}): WentOut => ({
  client,
  reader: client,
  subject: 'First home: 2 homes',
  at: new Date('2026-04-14T11:30:00Z'),
  isOpened: false,
  why: null,
  ...more,
});
const nothing = { wentOut: [], failed: [], said: [], held: 0, zone: 'America/New_York' };

describe('an agent’s digest', () => {
  it('says by client what went out, when by the county’s clock, and what was opened', () => {
    const wentOut = [message('Bashir Odell', { isOpened: true }), message('Nadia Kesteven'), message('Bashir Odell')];
    expect(sayDigest({ ...nothing, wentOut })).toEqual([
      '3 messages went out to 2 clients; of 1 the link was followed.',
      'Bashir Odell\nTue 7:30 am to Bashir Odell: “First home: 2 homes”, opened\nTue 7:30 am to Bashir Odell: “First home: 2 homes”',
      'Nadia Kesteven\nTue 7:30 am to Nadia Kesteven: “First home: 2 homes”',
    ]);
  });

  it('puts first what waits and what failed, and last what was said', () => {
    const failed = [message('Dagny Pell', { at: null, why: 'The mail server answered: 552 The mailbox is full.' })];
    const said = [{ person: 'Nadia Kesteven', verdict: 'notForUs' as const, note: 'Too new.', home: '605 Curlew Pl' }];
    expect(sayDigest({ ...nothing, wentOut: [message('Nadia Kesteven')], failed, said, held: 2 })).toEqual([
      '2 messages wait for your look on Today.',
      'Could not be delivered:\nDagny Pell, “First home: 2 homes”: The mail server answered: 552 The mailbox is full.',
      '1 message went out to 1 client; no link was followed yet.',
      'Nadia Kesteven\nTue 7:30 am to Nadia Kesteven: “First home: 2 homes”',
      'What they said:\nNadia Kesteven says no to 605 Curlew Pl: “Too new.”',
    ]);
  });
});
