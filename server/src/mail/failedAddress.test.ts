import { describe, expect, it } from 'vitest';
import { isAddressRefused } from './failedAddress.js';

describe('isAddressRefused', () => {
  // the codes are RFC 3463's: X.1.X of the address, X.2.X of the mailbox; X.7.X is policy, 4.X.X is for now only
  it.each([
    ['550 5.1.1 <gone@nowhere.example>: no such mailbox', true],
    ['Can’t send mail - all recipients were rejected: 552 5.2.2 The mailbox is full.', true],
    ['550 5.7.1 Relaying denied', false],
    ['554 5.7.1 It looks like spam', false],
    ['452 4.2.2 The mailbox is full', false],
    ['552 Too much mail data', false],
  ])('of “%s” says %s', (lastError, refused) => {
    expect(isAddressRefused({ state: 'failed', lastError })).toBe(refused);
  });
  it('says nothing of a message that is still tried, or was sent', () => {
    expect(isAddressRefused({ state: 'queued', lastError: '550 5.1.1 no such mailbox' })).toBe(false);
    expect(isAddressRefused({ state: 'sent', lastError: null })).toBe(false);
  });
});
