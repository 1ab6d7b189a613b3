import { Inject, Injectable } from '@nestjs/common';
import { DataSource, IsNull } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { hashOf, newToken } from '../common/token.js';
import { LinkRow } from './client.entity.js';
import { KnownBrowserRow } from './readerCode.entity.js';
import type { LinkPurpose } from './client.entity.js';

const LIFE_DAYS: Readonly<Record<LinkPurpose, number>> = { confirm: 14, portal: 60, stop: 730, calendar: 730 };
const PATHS: Readonly<Record<LinkPurpose, string>> = {
  confirm: '/confirm/',
  portal: '/p/',
  stop: '/stop/',
  calendar: '/api/calendars/',
};

/** A link in use is given its full life again once a day. */
const RENEW_EVERY_MS = 86_400_000;
/** Opened from so many places within an hour, a link may have been passed on. */
const MANY_PLACES = 4;

function endOf(purpose: LinkPurpose): Date {
  return new Date(Date.now() + LIFE_DAYS[purpose] * 86_400_000);
}

/** The links that messages carry: made here, looked up here, of limited life, and good for one purpose each. */
@Injectable()
export class LinksService {
  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Fresh links for a person, as addresses, in the order of their purposes. */
  async make<const P extends readonly LinkPurpose[]>(
    manager: EntityManager,
    personId: string,
    ...purposes: P
  ): Promise<{ -readonly [I in keyof P]: string }> {
    const links = purposes.map((purpose) => ({ purpose, token: newToken() }));
    await manager.insert(
      LinkRow,
      links.map(({ purpose, token }) => ({
        tokenHash: hashOf(token),
        purpose,
        personId,
        expiresAt: endOf(purpose),
        revokedAt: null,
      })),
    );
    return links.map(({ purpose, token }) => `${this.config.publicUrl}${PATHS[purpose]}${token}`) as {
      -readonly [I in keyof P]: string;
    };
  }

  /** Makes a person's links for a purpose good for nothing any more. */
  async withdraw(manager: EntityManager, personId: string, purpose: LinkPurpose): Promise<void> {
    await manager.update(LinkRow, { personId, purpose, revokedAt: IsNull() }, { revokedAt: new Date() });
    // what was shown once to be the reader's need not be any more
    if (purpose === 'portal') await manager.delete(KnownBrowserRow, { personId });
  }

  /** The person a link was made for. A portal's link lives for so many days from its last use. */
  async personOf(token: string | undefined, purpose: LinkPurpose): Promise<string> {
    const link = token ? await this.database.getRepository(LinkRow).findOneBy({ tokenHash: hashOf(token), purpose }) : null;
    if (!link || link.revokedAt || link.expiresAt < new Date()) {
      throw new Failure('link.expired', 'This link is not known or has run out. Open the newest message, or ask for another.');
    }
    const until = endOf(purpose);
    if (purpose === 'portal' && until.getTime() - link.expiresAt.getTime() > RENEW_EVERY_MS)
      await this.database.getRepository(LinkRow).update({ tokenHash: link.tokenHash }, { expiresAt: until });
    return link.personId;
  }

  /** Notes that somebody came by a link, the first time that they do. */
  async opened(token: string, at: Date): Promise<void> {
    await this.database.getRepository(LinkRow).update({ tokenHash: hashOf(token), openedAt: IsNull() }, { openedAt: at });
  }

  /**
   * Notes from where a portal's link is opened, as a hash that tells no place by itself.
   *
   * @returns from how many places it was opened within the hour, where this one is new among them and they are many; else null
   */
  async openedFrom(token: string, address: string): Promise<number | null> {
    const tokenHash = hashOf(token);
    const since = new Date(Date.now() - 3_600_000);
    const place = hashOf(`${tokenHash} ${address}`);
    const [known] = await this.database.query<unknown[]>(
      'SELECT 1 FROM link_places WHERE tokenHash = ? AND place = ? AND at > ?',
      [tokenHash, place, since],
    );
    await this.database.query('DELETE FROM link_places WHERE at < ?', [since]);
    await this.database.query('REPLACE INTO link_places (tokenHash, place, at) VALUES (?, ?, ?)', [tokenHash, place, new Date()]);
    if (known) return null;
    const [row] = await this.database.query<{ n: string }[]>(
      'SELECT COUNT(*) AS n FROM link_places WHERE tokenHash = ? AND at > ?',
      [tokenHash, since],
    );
    return Number(row?.n) === MANY_PLACES ? MANY_PLACES : null;
  }
}
