import { Inject, Injectable } from '@nestjs/common';
import { DataSource, IsNull } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { hashOf, newToken } from '../common/token.js';
import { LinkRow } from './client.entity.js';
import type { LinkPurpose } from './client.entity.js';

const LIFE_DAYS: Readonly<Record<LinkPurpose, number>> = { confirm: 14, portal: 60, stop: 730 };
const PATHS: Readonly<Record<LinkPurpose, string>> = { confirm: '/confirm/', portal: '/p/', stop: '/stop/' };

/** The links that messages carry: made here, looked up here, of limited life, and good for one purpose each. */
@Injectable()
export class LinksService {
  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** A fresh link for a person, as an address. */
  async make(manager: EntityManager, purpose: LinkPurpose, personId: string): Promise<string> {
    const token = newToken();
    await manager.insert(LinkRow, {
      tokenHash: hashOf(token),
      purpose,
      personId,
      expiresAt: new Date(Date.now() + LIFE_DAYS[purpose] * 86_400_000),
      revokedAt: null,
    });
    return `${this.config.publicUrl}${PATHS[purpose]}${token}`;
  }

  /** Makes a person's links for a purpose good for nothing any more. */
  async withdraw(manager: EntityManager, personId: string, purpose: LinkPurpose): Promise<void> {
    await manager.update(LinkRow, { personId, purpose, revokedAt: IsNull() }, { revokedAt: new Date() });
  }

  /** The person a link was made for. */
  async personOf(token: string | undefined, purpose: LinkPurpose): Promise<string> {
    const link = token ? await this.database.getRepository(LinkRow).findOneBy({ tokenHash: hashOf(token), purpose }) : null;
    if (!link || link.revokedAt || link.expiresAt < new Date()) {
      throw new Failure('link.expired', 'This link is not known or has run out. Open the newest message, or ask for another.');
    }
    return link.personId;
  }
}
