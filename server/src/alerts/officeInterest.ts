import { Inject, Injectable } from '@nestjs/common';
import type { ListingRecord } from '@perambula/core';
import { DataSource, IsNull, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { firstName } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { hashOf, newToken } from '../common/token.js';
import { MailService, toListingAgent } from '../mail/index.js';
import type { SearchRow } from '../searches/index.js';
import { AgentRow } from '../sessions/index.js';
import type { AlertItemRow } from './alert.entity.js';
import { ToldOfficeRow } from './toldOffice.entity.js';

/**
 * Where an alert is set so, the agents of the homes that it tells as new learn that somebody is looking for such a home. They
 * learn it once of each home, whoever and however many look for it, and never who that is.
 */
@Injectable()
export class OfficeInterest {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly mail: MailService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Writes to the agents of some homes that go out to a household, in the caller's transaction. */
  async tell(
    manager: EntityManager,
    { agentId, clientId }: Pick<SearchRow, 'agentId' | 'clientId'>,
    told: readonly AlertItemRow[],
    records: ReadonlyMap<string, ListingRecord>,
  ): Promise<void> {
    const keys = [...new Set(told.filter(isNew).map(({ listingKey }) => listingKey))];
    if (keys.length === 0) return;
    const agent = await manager.findOneByOrFail(AgentRow, { id: agentId });
    const byAddress = new Map<string, Asked>();
    for (const record of keys.flatMap((key) => records.get(key) ?? [])) {
      const to = toListingAgent(agent, found(clientId, 'client'), record);
      const address = to?.toAddress.toLowerCase();
      if (!to || !address || address === agent.email.toLowerCase()) continue;
      byAddress.set(address, { to, homes: [...(byAddress.get(address)?.homes ?? []), record] });
    }
    // always in one order, so that alerts that tell the same offices wait for each other
    for (const [address, asked] of [...byAddress].sort(([a], [b]) => (a < b ? -1 : 1)))
      await this.tellOne(manager, agent, address, asked);
  }

  private async tellOne(manager: EntityManager, agent: AgentRow, address: string, { to, homes }: Asked): Promise<void> {
    const agentId = agent.id;
    if (await manager.existsBy(ToldOfficeRow, { agentId, address, stoppedAt: Not(IsNull()) })) return;
    const token = newToken();
    const tokenHash = hashOf(token);
    const at = this.clock.date();
    await manager
      .createQueryBuilder()
      .insert()
      .into(ToldOfficeRow)
      .orIgnore()
      .values(homes.map(({ ListingKey }) => ({ agentId, listingKey: ListingKey, address, tokenHash, at, stoppedAt: null })))
      .updateEntity(false)
      .execute();
    // the others stood there already: they were told of before
    const fresh = new Set((await manager.findBy(ToldOfficeRow, { tokenHash })).map(({ listingKey }) => listingKey));
    const names = homes.filter(({ ListingKey }) => fresh.has(ListingKey)).map(nameOf);
    if (names.length === 0) return;
    const isOne = names.length === 1;
    await this.mail.write(manager, {
      ...to,
      subject: `Somebody is looking for a home such as ${isOne ? names.join('') : `${names.length} of yours`}`.slice(0, 250),
      letter: {
        greeting: `Hello ${firstName(to.toName)},`,
        paragraphs: [
          `Somebody whom I help to buy is looking for a home such as ${isOne ? 'this one' : 'these'} of yours, and has heard of ${isOne ? 'it' : 'them'} from me: ${names.join('; ')}.`,
          'Nothing is asked of you. If there is something that the listing does not say, just answer this message.',
        ],
        homes: [],
        button: null,
        agent,
        stopUrl: `${this.config.publicUrl}/stop/office/${token}`,
      },
    });
  }

  /** A listing's agent wants no more of this from one of ours. @throws Failure when the link is not known */
  async stop(token: string): Promise<{ name: string; agent: string }> {
    return this.database.transaction(async (manager) => {
      const tokenHash = hashOf(token);
      const told = await manager.findOneBy(ToldOfficeRow, { tokenHash });
      if (!told) throw new Failure('link.expired', 'This link is not known. Open the newest message, or answer it.');
      const { agentId, address } = told;
      await manager.update(ToldOfficeRow, { tokenHash, stoppedAt: IsNull() }, { stoppedAt: this.clock.date() });
      const { name } = await manager.findOneByOrFail(AgentRow, { id: agentId });
      return { name: address, agent: name };
    });
  }
}

/** Only what comes: not what had been there for long when the alert began, nor what became of homes after. */
function isNew({ kind, sequence }: AlertItemRow): boolean {
  return sequence > 0 && (kind === 'new' || kind === 'backOnMarket');
}

/** A listing's agent, and what of theirs is told. */
interface Asked {
  readonly to: NonNullable<ReturnType<typeof toListingAgent>>;
  readonly homes: readonly ListingRecord[];
}

function nameOf(home: ListingRecord): string {
  return `${String(home['UnparsedAddress'] ?? 'your home')} (listing ${String(home['ListingId'] ?? home.ListingKey)})`;
}
