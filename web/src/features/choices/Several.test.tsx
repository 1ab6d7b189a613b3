// @vitest-environment jsdom
import type { ChoicePreview } from '@perambula/contract';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { Several } from './Several.js';
import { sayOne } from './choices.rules.js';

const client = (id: string, name: string) => ({
  id,
  name,
  people: [],
  agreement: null,
  archivedAt: null,
  searches: 1,
  alerts: 1,
});
const CLIENTS = [client('c1', 'Bashir Odell'), client('c2', 'Nadia Kesteven'), client('c3', 'Rowan Vey')];
const home = (doubts: ChoicePreview['homes'][number]['doubts'] = []): ChoicePreview['homes'][number] => ({
  listingKey: 'OST1',
  listing: null,
  doubts,
  barred: false,
});
const preview = (name: string, more: Partial<ChoicePreview> = {}): ChoicePreview => ({
  homes: [home()],
  going: ['OST1'],
  to: [{ name, email: 'x@y.example', confirmed: true }],
  subject: 'A home I would like you to see',
  html: '<p>Hello</p>',
  text: 'Hello',
  ...more,
});
const previews: Readonly<Record<string, ChoicePreview>> = {
  c1: preview('Bashir Odell'),
  c2: preview('Nadia Kesteven', { homes: [home([{ kind: 'refused', said: 'Nadia refused it' }])], going: [] }),
  c3: preview('Rowan Vey'),
};
const answers = (sending: unknown = { sentTo: 1 }) => ({
  'GET clients': CLIENTS,
  'GET clients/c1': { ...CLIENTS[0], notes: '', savedSearches: [], shortlists: [] },
  'POST choices/preview': (body: { clientId: string }) => previews[body.clientId],
  'POST choices': sending,
});
const rowOf = (name: string): HTMLElement =>
  screen.getByRole('checkbox', { name: `Send to ${name}` }).closest('li') as HTMLElement;
afterEach(() => localStorage.clear());

describe('homes for several clients', () => {
  it('are looked at for each, and sent to those ticked in one go, but for what speaks against it', async () => {
    const { asked } = drawn(<Several clientIds={['c1', 'c2', 'c3']} keys={['OST1']} />, answers());
    expect(await screen.findByRole('heading', { name: '1 home for 3 clients' })).toBeTruthy();
    expect(await within(rowOf('Bashir Odell')).findByText('It goes to Bashir.')).toBeTruthy();
    expect(within(rowOf('Nadia Kesteven')).getByText('Nothing goes: Nadia refused it.')).toBeTruthy();
    await userEvent.click(screen.getByRole('checkbox', { name: 'Send to Rowan Vey' }));
    await userEvent.click(screen.getByRole('button', { name: 'Send to 1 client' }));
    expect(await within(rowOf('Bashir Odell')).findByText('Sent to Bashir.')).toBeTruthy();
    expect(within(rowOf('Nadia Kesteven')).getByText('Nothing goes: Nadia refused it.')).toBeTruthy();
    expect(asked.find(({ what }) => what === 'POST choices')?.body).toMatchObject({ listingKeys: ['OST1'], allTheSame: [] });
    const sent = asked.filter(({ what }) => what === 'POST choices').map(({ body }) => (body as { clientId: string }).clientId);
    expect(sent).toEqual(['c1']);
    // and not a second time
    expect(screen.queryByRole('button', { name: /^Send to/ })).toBeNull();
  });

  it('say why one could not be sent', async () => {
    const refused = failing(409, 'choice.doubtful', '27 Lantern Ln: under contract. Look once more before it goes.');
    drawn(<Several clientIds={['c1', 'c3']} keys={['OST1']} />, answers(refused));
    await userEvent.click(await screen.findByRole('button', { name: 'Send to 2 clients' }));
    expect(await within(rowOf('Bashir Odell')).findByText(/^Not sent: 27 Lantern Ln: under contract/)).toBeTruthy();
  });
});

describe('what becomes of a message to one of several', () => {
  it('is said with its reason', () => {
    const to = [{ name: 'Amara Lindqvist', email: '', confirmed: true }];
    const doubtful = home([{ kind: 'sentBefore', said: 'Sent on Apr 3' }]);
    expect(sayOne({ homes: [home(), home()], to }, {})).toBe('All 2 go to Amara.');
    expect(sayOne({ homes: [home(), { ...doubtful, listingKey: 'OST2' }], to }, {})).toBe(
      '1 of 2 go to Amara; left out: Sent on Apr 3.',
    );
    const refused = home([{ kind: 'refused', said: 'Abena said no to it: “Too new.”' }]);
    expect(sayOne({ homes: [refused], to }, {})).toBe('Nothing goes: Abena said no to it: “Too new”.');
    expect(sayOne({ homes: [doubtful], to }, { OST1: true })).toBe('It goes to Amara.');
    expect(sayOne({ homes: [home()], to: [{ name: 'Amara', email: '', confirmed: false }] }, {})).toContain('nobody');
  });
});
