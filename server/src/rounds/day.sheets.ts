import { Inject, Injectable } from '@nestjs/common';
import { roundAskOf } from '@perambula/contract';
import type { Round, SheetFor } from '@perambula/contract';
import { addressShown, forAudience, mayShow, timed } from '@perambula/core';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { printed } from '../handouts/index.js';
import { ListingsService } from '../listings/index.js';
import { creditOf } from '../mail/index.js';
import type { AgentRow } from '../sessions/index.js';
import { daySheet } from './daySheet.js';

/** Rounds on paper; made at the desk. */
@Injectable()
export class DaySheets {
  constructor(
    private readonly listings: ListingsService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'notice' | 'zone'>,
  ) {}

  /** @throws Failure where a home may not be shown to the client whom the sheet is for */
  async pdf(agent: AgentRow, round: Round, sheetFor: SheetFor): Promise<Buffer> {
    const records = await this.listings.byKeys(round.homes.map(({ listingKey }) => listingKey));
    const audience = sheetFor === 'agent' ? 'agent' : 'message';
    const homes = round.homes.map(({ listingKey }) => {
      const record = records.get(listingKey) ?? { ListingKey: listingKey };
      if (!mayShow(record, audience))
        throw new Failure(
          'choice.doubtful',
          `The seller or office of ${addressShown(forAudience(record, 'agent'))} allows no display, so it is not printed for a client.`,
          { listingKey },
        );
      return { listing: forAudience(record, audience), credit: creditOf(forAudience(record, 'message'), this.config.zone) };
    });
    const goes = timed(
      roundAskOf(round),
      round.homes.map(({ id }) => id),
    );
    const [listings, credits] = [homes.map(({ listing }) => listing), homes.map(({ credit }) => credit)];
    return printed(daySheet({ round, goes, listings, credits, sheetFor, agent, notice: this.config.notice }));
  }
}
