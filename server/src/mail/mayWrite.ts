import type { EntityManager } from 'typeorm';

/** What a message is for; an address that was not confirmed yet is asked to be, and sent nothing else. */
export type MessageKind = 'confirmation' | 'digest' | 'choice' | 'showing' | 'office' | 'answer' | 'agent' | 'code';

interface Standing {
  readonly id: string;
  readonly confirmedAt: Date | null;
  readonly stoppedAt: Date | null;
  readonly askedBackAt: Date | null;
  readonly leftAt: Date | null;
}

/** Who a message is for, and what. */
interface ForWhom {
  readonly personId: string;
  readonly kind: MessageKind;
}

/**
 * Whether a person may be written to, asked in the transaction that sends: until it ends, a stop waits. Gives null when
 * they may, else why not.
 */
export async function whyNotWrite(manager: EntityManager, personId: string, kind: MessageKind): Promise<string | null> {
  const [why = null] = await whyNotWriteEach(manager, [{ personId, kind }]);
  return why;
}

/** The same for several messages, in their order. */
export async function whyNotWriteEach(manager: EntityManager, messages: readonly ForWhom[]): Promise<(string | null)[]> {
  const ids = messages.filter(isToClient).map(({ personId }) => personId);
  const people =
    ids.length === 0
      ? []
      : await manager.query<Standing[]>(
          'SELECT id, confirmedAt, stoppedAt, askedBackAt, leftAt FROM people WHERE id IN (?) LOCK IN SHARE MODE',
          [ids],
        );
  const byId = new Map(people.map((person) => [person.id, person]));
  return messages.map((message) => (isToClient(message) ? whyNot(byId.get(message.personId), message.kind) : null));
}

/** The others go to a listing's agent, at the address that the listing gives for that, and to the agent themself. */
function isToClient({ kind }: ForWhom): boolean {
  return kind !== 'office' && kind !== 'agent';
}

function whyNot(person: Standing | undefined, kind: MessageKind): string | null {
  if (!person) return 'this person is no longer in the file';
  const { confirmedAt, stoppedAt, askedBackAt, leftAt } = person;
  if (leftAt) return 'this person has left the household';
  if (kind === 'confirmation') {
    // whoever stopped is asked again only when they themselves want to be
    if (stoppedAt && !(askedBackAt && askedBackAt >= stoppedAt)) return 'this person has stopped all messages';
    return null;
  }
  // whoever asks for a code is there, and waits for it
  if (stoppedAt && kind !== 'code') return 'this person has stopped all messages';
  return confirmedAt ? null : 'this address is not confirmed';
}
