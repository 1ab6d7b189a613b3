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

/**
 * A reader called a message unwanted: that is a stop, whatever else they may still get. Links that would confirm the address go
 * with it; what waits for them is left out when it would be sent.
 */
export async function addressComplained(
  manager: EntityManager,
  { personId, toAddress }: Pick<OutboxRow, 'personId' | 'toAddress'>,
  at: Date,
): Promise<void> {
  await manager.query(
    'UPDATE people SET stoppedAt = COALESCE(stoppedAt, ?), askedBackAt = NULL, confirmationsSent = 0 WHERE id = ? AND email = ?',
    [at, personId, toAddress],
  );
  await manager.query("UPDATE links SET revokedAt = ? WHERE personId = ? AND purpose = 'confirm' AND revokedAt IS NULL", [
    new Date(),
    personId,
  ]);
}
