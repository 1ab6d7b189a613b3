import type { EntityManager } from 'typeorm';

/** What a message is for; an address that was not confirmed yet is asked to be, and sent nothing else. */
export type MessageKind = 'confirmation' | 'digest' | 'choice' | 'showing' | 'office' | 'answer' | 'agent';

interface Standing {
  readonly confirmedAt: Date | null;
  readonly stoppedAt: Date | null;
  readonly askedBackAt: Date | null;
  readonly leftAt: Date | null;
}

/**
 * Whether a person may be written to, asked in the transaction that sends: until it ends, a stop waits. Gives null when
 * they may, else why not.
 */
export async function whyNotWrite(manager: EntityManager, personId: string, kind: MessageKind): Promise<string | null> {
  // a listing's agent, at the address that the listing gives for that; and the agent themself
  if (kind === 'office' || kind === 'agent') return null;
  const [person] = await manager.query<Standing[]>(
    'SELECT confirmedAt, stoppedAt, askedBackAt, leftAt FROM people WHERE id = ? LOCK IN SHARE MODE',
    [personId],
  );
  if (!person) return 'this person is no longer in the file';
  const { confirmedAt, stoppedAt, askedBackAt, leftAt } = person;
  if (leftAt) return 'this person has left the household';
  if (kind === 'confirmation') {
    // whoever stopped is asked again only when they themselves want to be
    if (stoppedAt && !(askedBackAt && askedBackAt >= stoppedAt)) return 'this person has stopped all messages';
    return null;
  }
  if (stoppedAt) return 'this person has stopped all messages';
  return confirmedAt ? null : 'this address is not confirmed';
}
