import { randomInt, randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { DataSource, LessThan, MoreThan } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Failure } from '../common/failure.js';
import { hashOf, newToken } from '../common/token.js';
import { inTransaction } from '../common/transaction.js';
import { MailService, toPerson, whyNotWrite } from '../mail/index.js';
import { ClientsService, firstName } from './clients.service.js';
import { LinksService } from './links.service.js';
import { KnownBrowserRow, ReaderCodeRow } from './readerCode.entity.js';

const LIFE_MINUTES = 15;
const MOST_TRIES = 5;
const MOST_AN_HOUR = 5;
/** A browser is known for so long. */
export const KNOWN_DAYS = 180;

/**
 * Codes that are mailed to whoever reads a portal. A link from a message may have been passed on; what only its reader should
 * see comes after a code that goes to their own address, asked once in each browser.
 */
@Injectable()
export class ReaderCodes {
  constructor(
    private readonly database: DataSource,
    private readonly clients: ClientsService,
    private readonly links: LinksService,
    private readonly mail: MailService,
  ) {}

  /** Whether a browser has shown that it is this person's. */
  async isKnown(personId: string, token: string | undefined): Promise<boolean> {
    if (!token) return false;
    const known = { tokenHash: hashOf(token), personId, expiresAt: MoreThan(new Date()) };
    return this.database.getRepository(KnownBrowserRow).existsBy(known);
  }

  /** Mails a code; earlier ones are good for nothing any more. @throws Failure when too many were, or nothing may be sent there */
  async send(personId: string): Promise<void> {
    const { person, client, agent } = await this.clients.person(personId);
    await inTransaction(this.database, async (manager) => {
      await this.clients.locked(manager, client.id, personId);
      const why = await whyNotWrite(manager, personId, 'code');
      if (why) throw new Failure('address.stopped', `No code was sent: ${why}. Ask ${agent.name}, ${agent.phone}.`);
      const now = Date.now();
      const codes = manager.getRepository(ReaderCodeRow);
      await codes.delete({ personId, sentAt: LessThan(new Date(now - 3_600_000)) });
      if ((await codes.countBy({ personId })) >= MOST_AN_HOUR)
        throw new Failure('request.tooMany', `${MOST_AN_HOUR} codes were sent within an hour. Wait a while, then ask again.`);
      const [id, code] = [randomUUID(), String(randomInt(1_000_000)).padStart(6, '0')];
      await codes.update({ personId }, { triesLeft: 0 });
      await codes.insert({
        id,
        personId,
        codeHash: hashOf(`${id} ${code}`),
        sentAt: new Date(now),
        expiresAt: new Date(now + LIFE_MINUTES * 60_000),
        triesLeft: MOST_TRIES,
      });
      const [stopUrl] = await this.links.make(manager, personId, 'stop');
      await this.mail.write(manager, {
        ...toPerson(agent, client.id, person),
        subject: `${code} is your code`,
        kind: 'code',
        letter: {
          greeting: `Hello ${firstName(person.name)},`,
          paragraphs: [
            `Type ${code} on the page that asked for it, within ${LIFE_MINUTES} minutes. It shows the history of homes there, and what others of your household say of them.`,
            'If you did not ask for a code, somebody else has a link of yours. Tell nobody the code, and close your links at the foot of your own page.',
          ],
          homes: [],
          button: null,
          agent,
          stopUrl,
        },
      });
    });
  }

  /** Takes a code. @returns what the browser keeps to be known from now on @throws Failure when it is wrong, or over */
  async take(personId: string, code: string): Promise<string> {
    const token = newToken();
    const triesLeft = await inTransaction(this.database, (manager) => this.try(manager, personId, code, token));
    if (triesLeft === null) return token;
    if (triesLeft <= 0) throw new Failure('code.over', 'No code waits for an answer, or not this one. Have another mailed.');
    throw new Failure(
      'code.wrong',
      `That is not the code that was mailed last. ${triesLeft === 1 ? 'One try is' : `${triesLeft} tries are`} left.`,
    );
  }

  /** How many tries are left; null when it was the code. */
  private async try(manager: EntityManager, personId: string, code: string, token: string): Promise<number | null> {
    const [row] = await manager.find(ReaderCodeRow, {
      where: { personId, triesLeft: MoreThan(0), expiresAt: MoreThan(new Date()) },
      order: { sentAt: 'DESC' },
      take: 1,
      lock: { mode: 'pessimistic_write' },
    });
    if (!row) return 0;
    if (hashOf(`${row.id} ${code}`) !== row.codeHash) {
      await manager.update(ReaderCodeRow, { id: row.id }, { triesLeft: row.triesLeft - 1 });
      return row.triesLeft - 1;
    }
    await manager.delete(ReaderCodeRow, { personId });
    await manager.delete(KnownBrowserRow, { personId, expiresAt: LessThan(new Date()) });
    const expiresAt = new Date(Date.now() + KNOWN_DAYS * 86_400_000);
    await manager.insert(KnownBrowserRow, { tokenHash: hashOf(token), personId, expiresAt });
    return null;
  }
}
