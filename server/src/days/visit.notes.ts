import { Injectable } from '@nestjs/common';
import type { NewVisitNote } from '@perambula/contract';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { Responses } from '../responses/index.js';
import { RoundsService } from '../rounds/index.js';
import type { AgentRow } from '../sessions/index.js';
import { RunningLate } from './running.late.js';
import { VisitNoteRow } from './visit.note.entity.js';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** As a JPEG begins (ISO/IEC 10918-1, B.1.1.3): the start of the image, and another marker. */
const JPEG = Buffer.from([0xff, 0xd8, 0xff]);

/** What agents write down on the road. */
@Injectable()
export class VisitNotes {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly rounds: RoundsService,
    private readonly clients: ClientsService,
    private readonly responses: Responses,
    private readonly late: RunningLate,
  ) {}

  /** The oldest first. */
  ofRound(agentId: string, roundId: string): Promise<VisitNoteRow[]> {
    return this.notes().find({ where: { agentId, roundId }, order: { at: 'ASC', id: 'ASC' } });
  }

  /**
   * Keeps a note under the id that the telephone gave it. Sent again, it is kept once, and nobody is told twice. A home that was taken
   * off the round meanwhile, or somebody who left, takes nothing away from what was written. Gives who was told of it.
   *
   * @throws Failure where a note has not what makes it one of its kind
   */
  async keep(agent: AgentRow, roundId: string, id: string, note: NewVisitNote): Promise<{ says: string }> {
    const { clientId } = await this.rounds.own(agent.id, roundId);
    if (!UUID.test(id)) throw new Failure('request.invalid', 'A note’s id is a UUID in small letters.', { path: 'noteId' });
    if (note.personId !== null) await this.guardPerson(clientId, note.personId);
    const row = { id, agentId: agent.id, roundId, clientId, ...this.read(note) };
    // who is told of being late is told by the same transaction: neither twice, nor never
    const says = await inTransaction(this.database, async (manager) => {
      const isNew = await this.write(manager, row);
      return isNew && row.kind === 'late' && note.tells && clientId !== null
        ? this.late.tell(manager, agent, roundId, clientId, row.minutes ?? 0)
        : '';
    });
    if (row.kind === 'reaction' && clientId !== null) await this.hear(clientId, row);
    return { says };
  }

  /** Writes a note down, or over what it was before. Gives whether it is new. @throws Failure where it is another's */
  private async write(manager: EntityManager, row: VisitNoteRow): Promise<boolean> {
    const inserted = await manager.createQueryBuilder().insert().into(VisitNoteRow).values(row).orIgnore().execute();
    if ((inserted.raw as { readonly affectedRows: number }).affectedRows === 1) return true;
    const { id, agentId, roundId, ...change } = row;
    found((await manager.existsBy(VisitNoteRow, { id, agentId, roundId })) || null, 'note');
    await manager.update(VisitNoteRow, { id }, change);
    return false;
  }

  async remove(agentId: string, roundId: string, id: string): Promise<void> {
    await this.rounds.own(agentId, roundId);
    await this.notes().delete({ id, agentId, roundId });
  }

  /** A photograph, JPEG. */
  async picture(agentId: string, roundId: string, id: string): Promise<Buffer> {
    const row = await this.notes().findOne({ select: { id: true, picture: true }, where: { id, agentId, roundId } });
    return found(row?.picture, 'photograph');
  }

  private notes() {
    return this.database.getRepository(VisitNoteRow);
  }

  private async guardPerson(clientId: string | null, personId: string): Promise<void> {
    const household = clientId === null ? [] : await this.clients.everyoneOf([clientId]);
    if (!household.some(({ id }) => id === personId))
      throw new Failure('request.invalid', 'Whoever thinks so is not of the household that this round is with.', {
        path: 'personId',
      });
  }

  /** What is kept of a note: what belongs to its kind, at the time that it says, unless that is still to come. */
  private read({ kind, at, listingKey, personId, verdict, text, minutes, picture }: NewVisitNote) {
    const lacks = (what: string, path: string): never => {
      throw new Failure('request.invalid', what, { path });
    };
    if (kind !== 'late' && listingKey === null) lacks('Say which home the note is about.', 'listingKey');
    if (kind === 'reaction' && personId === null) lacks('Say who thinks so of the home.', 'personId');
    if (kind === 'reaction' && verdict === null) lacks('Say what they think of the home.', 'verdict');
    if (kind === 'words' && text.trim() === '') lacks('A note has words.', 'text');
    if (kind === 'late' && minutes === null) lacks('Say how many minutes late it is.', 'minutes');
    const image = kind === 'photograph' ? Buffer.from(picture ?? '', 'base64') : null;
    if (image && !image.subarray(0, JPEG.length).equals(JPEG)) lacks('A photograph is a JPEG.', 'picture');
    return {
      kind,
      at: new Date(Math.min(Date.parse(at), this.clock.now())),
      listingKey: kind === 'late' ? null : listingKey,
      personId: kind === 'reaction' || kind === 'words' ? personId : null,
      verdict: kind === 'reaction' ? verdict : null,
      minutes: kind === 'late' ? minutes : null,
      text: text.trim(),
      picture: image,
    };
  }

  /** What somebody says at a home is what they think of it, unless they said something else since; their own words stay. */
  private async hear(
    clientId: string,
    { personId, listingKey, verdict, at }: Pick<VisitNoteRow, 'personId' | 'listingKey' | 'verdict' | 'at'>,
  ): Promise<void> {
    if (!personId || !listingKey || !verdict) return;
    const said = await this.responses.reactionOf(personId, listingKey);
    if (said && said.at > at) return;
    await this.responses.reacted({ clientId, personId, listingKey, verdict, note: said?.note ?? '', at });
  }
}
