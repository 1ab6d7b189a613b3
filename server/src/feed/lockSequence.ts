import type { EntityManager } from 'typeorm';
import { SequenceRow } from '../listings/index.js';

/** The sequence of listings' changes, held until the transaction ends, so that commits come in its order. */
export function lockSequence(manager: EntityManager): Promise<SequenceRow> {
  return manager.findOneOrFail(SequenceRow, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
}

/** Does what gives listings new numbers of the sequence, and keeps how far it came. */
export async function withSequence(manager: EntityManager, work: (sequence: SequenceRow) => Promise<void>): Promise<void> {
  const sequence = await lockSequence(manager);
  await work(sequence);
  await manager.save(sequence);
}
