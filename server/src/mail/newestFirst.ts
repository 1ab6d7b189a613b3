import type { DataSource, SelectQueryBuilder } from 'typeorm';
import { OutboxRow } from './outbox.entity.js';

/** From where a page goes on: when its last message was written, milliseconds since 1970 UTC, and its id. */
const MARK = /^(\d+)-([\w-]{36})$/;

/**
 * A page of an agent's messages, the newest first.
 *
 * @param from  what the last page said of the older ones
 * @param narrow  which of them, of `message`
 */
export async function newestFirst(
  database: DataSource,
  agentId: string,
  from: string | undefined,
  most: number,
  narrow: (query: SelectQueryBuilder<OutboxRow>) => void,
): Promise<{ rows: OutboxRow[]; older: string | null }> {
  const [, at, id] = MARK.exec(from ?? '') ?? [];
  const query = database
    .createQueryBuilder(OutboxRow, 'message')
    .select([
      'message.id',
      'message.clientId',
      'message.personId',
      'message.messageId',
      'message.toAddress',
      'message.toName',
      'message.subject',
      'message.kind',
      'message.state',
      'message.createdAt',
      'message.sentAt',
      'message.notBefore',
      'message.lastError',
      'message.linkHash',
    ])
    .where('message.agentId = :agentId', { agentId })
    .orderBy('message.createdAt', 'DESC')
    .addOrderBy('message.id', 'DESC')
    .limit(most + 1);
  if (at !== undefined) query.andWhere('(message.createdAt, message.id) < (:at, :id)', { at: new Date(Number(at)), id });
  narrow(query);
  const found = await query.getMany();
  const rows = found.slice(0, most);
  const last = found.length > most ? rows.at(-1) : undefined;
  return { rows, older: last ? `${last.createdAt.getTime()}-${last.id}` : null };
}
