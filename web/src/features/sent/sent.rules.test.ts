import type { SentMessage } from '@perambula/contract';
import { describe, expect, it } from 'vitest';
import { fared } from './sent.rules.js';

const message = (of: Partial<SentMessage>): SentMessage => ({
  id: 'm',
  clientId: 'c',
  clientName: 'Bashir Odell',
  to: 'Bashir Odell',
  toAddress: 'bashir@odell.example',
  subject: 'Two homes',
  kind: 'digest',
  state: 'sent',
  createdAt: '2026-04-14T11:30:00.000Z',
  sentAt: '2026-04-14T11:30:01.000Z',
  notBefore: null,
  openedAt: null,
  lastError: null,
  canGoAgain: true,
  ...of,
});

describe('how a message fared', () => {
  it.each<[Partial<SentMessage>, string, string]>([
    [{}, 'sent, link not followed', ''],
    [{ openedAt: '2026-04-14T12:02:00.000Z' }, 'opened Tue, Apr 14, 8:02 am', 'calm'],
    [{ state: 'queued', sentAt: null }, 'on its way', 'wait'],
    [
      { state: 'queued', sentAt: null, notBefore: '2026-04-14T14:00:00.000Z' },
      'goes Tue, Apr 14, 10:00 am, after their night',
      'wait',
    ],
    // its time has come
    [{ state: 'queued', sentAt: null, notBefore: '2026-04-14T13:00:00.000Z' }, 'on its way', 'wait'],
    [{ state: 'failed', lastError: 'No such mailbox' }, 'could not be sent', 'bad'],
    [{ state: 'dropped' }, 'not sent', 'wait'],
    // a link that is not ours to count is not said to be unopened
    [{ kind: 'office', clientId: null }, 'sent', ''],
    [{ kind: 'confirmation' }, 'sent', ''],
    [{ kind: 'code' }, 'sent', ''],
  ])('%o is %s', (of, said, tone) => expect(fared(message(of), '2026-04-14T13:00:00.000Z')).toEqual({ said, tone }));
});
