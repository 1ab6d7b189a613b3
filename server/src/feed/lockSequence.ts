import type { EntityManager } from 'typeorm';
import { SequenceRow } from '../listings/index.js';

/** The sequence of listings' changes, held until the transaction ends, so that commits come in its order. */
export function lockSequence(manager: EntityManager): Promise<SequenceRow> {
  return manager.findOneOrFail(SequenceRow, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
}
