import type { EntityManager } from 'typeorm';
import type { OutboxRow } from './outbox.entity.js';

/** Of RFC 3463's codes those that speak of the address itself or its mailbox, for good. */
const OF_THE_ADDRESS = /\b5\.[12]\.\d{1,3}\b/;

/** Whether a message was refused because of whom it is for, rather than because of what it is or who sends it. */
export function isAddressRefused({ state, lastError }: Pick<OutboxRow, 'state' | 'lastError'>): boolean {
  return state === 'failed' && OF_THE_ADDRESS.test(lastError ?? '');
}

/** An address that takes no mail is not written to again before it is confirmed anew. */
export async function addressFailed(
  manager: EntityManager,
  { personId, toAddress }: Pick<OutboxRow, 'personId' | 'toAddress'>,
): Promise<void> {
  await manager.query('UPDATE people SET confirmedAt = NULL WHERE id = ? AND email = ?', [personId, toAddress]);
}
