// @vitest-environment jsdom
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Happening, TimelinePage } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { drawn, failing } from '../../testing/drawn.js';
import { Timeline } from './Timeline.js';

const happening = (id: string, of: Partial<Happening>): Happening => ({
  id,
  at: '2026-04-14T12:00:00Z',
  kind: 'visit',
  text: 'Bashir Odell came by',
  about: null,
  isOwn: false,
  ...of,
});
const page = (...happenings: Happening[]): TimelinePage => ({ happenings, earlier: null });
const ANSWERS = { 'GET clock': { now: '2026-04-14T13:12:00Z', zone: 'America/New_York', movable: true } };

describe('a file’s timeline', () => {
  it('leads from each entry to what it is about', async () => {
    drawn(<Timeline clientId="c1" />, {
      ...ANSWERS,
      'GET clients/c1/timeline': page(
        happening('1', { kind: 'message', text: 'Sent to Bashir: Two homes', about: { kind: 'message', id: 'm1' } }),
        happening('2', { kind: 'reaction', text: 'Bashir likes 27 Lantern Ln', about: { kind: 'listing', id: 'OST1' } }),
        happening('3', { kind: 'search', text: 'Search “Near the line” changed', about: { kind: 'search', id: 's1' } }),
        happening('4', {}),
      ),
    });
    const links = await screen.findAllByRole('link');
    expect(links.map((link) => link.getAttribute('href'))).toEqual(['/sent/m1', '/listings/OST1', '/search/s1']);
    expect(screen.getAllByRole('listitem')).toHaveLength(4);
  });

  it('writes down what was said, as a note or a call, and keeps the words where that fails', async () => {
    let works = false;
    const { asked } = drawn(<Timeline clientId="c1" />, {
      ...ANSWERS,
      'GET clients/c1/timeline': page(),
      'POST clients/c1/timeline': () => (works ? { id: 'n1' } : failing(503, 'server.failed', 'The server cannot just now.')),
    });
    const field = await screen.findByRole<HTMLTextAreaElement>('textbox', { name: 'What to write down' });
    const asCall = screen.getByRole<HTMLButtonElement>('button', { name: 'As a call' });
    expect(asCall.disabled).toBe(true);
    await userEvent.type(field, 'Wants to wait until May');
    await userEvent.click(asCall);
    expect(await screen.findByText('The server cannot just now.')).toBeTruthy();
    expect(field.value).toBe('Wants to wait until May');
    works = true;
    await userEvent.click(asCall);
    await expect.poll(() => field.value).toBe('');
    const sent = asked.filter(({ what }) => what === 'POST clients/c1/timeline').map(({ body }) => body);
    expect(sent[1]).toEqual({ kind: 'call', text: 'Wants to wait until May' });
  });

  it('offers to take out what the agent wrote, and nothing else', async () => {
    drawn(<Timeline clientId="c1" />, {
      ...ANSWERS,
      'GET clients/c1/timeline': page(happening('1', { kind: 'note', text: 'Likes brick', isOwn: true }), happening('2', {})),
    });
    await screen.findByText('Likes brick');
    const [own, other] = screen.getAllByRole('listitem') as [HTMLElement, HTMLElement];
    expect(within(own).getByRole('button', { name: 'Take out: Likes brick' })).toBeTruthy();
    expect(within(other).queryByRole('button')).toBeNull();
  });
});
