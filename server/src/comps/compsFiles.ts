import { Inject, Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { CompsFileBody } from '@perambula/contract';
import {
  addressShown,
  compGroupOf,
  figuresOfHome,
  forAudience,
  groupsOf,
  mayShow,
  priceRange,
  sayRange,
  sayWhy,
} from '@perambula/core';
import type { ListingRecord, PriceModel } from '@perambula/core';
import { DateTime } from 'luxon';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { DATE_ON_PAPER, printed } from '../handouts/index.js';
import { ListingsService } from '../listings/index.js';
import { creditOf } from '../mail/index.js';
import type { AgentRow } from '../sessions/index.js';
import type { AdjustedHomes, ComparedHomes, NamedHome } from './comparedHomes.js';
import { compsPages } from './compsPages.js';
import { compsWorkbook } from './compsWorkbook.js';

/** Homes compared, as files; made at the desk. */
@Injectable()
export class CompsFiles {
  constructor(
    private readonly clock: Clock,
    private readonly listings: ListingsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * @param parcel  the subject where it is no listing, by the names that listings have for its facts
   * @param model  how price goes with homes' facts, for the range of a workbook
   */
  async write(
    agent: AgentRow,
    { subject, keys, title, type }: CompsFileBody,
    parcel: ListingRecord | null,
    model: PriceModel | null,
  ): Promise<Buffer> {
    const records = await this.listings.byKeys(subject === undefined ? keys : [subject, ...keys], agent.id);
    const own = subject === undefined ? parcel : (records.get(subject) ?? null);
    const homes = keys.flatMap((key) => (key === subject ? [] : (records.get(key) ?? [])));
    found(homes[0], 'listing');
    const { zone, notice } = this.config;
    const now = DateTime.fromMillis(this.clock.now(), { zone });
    const today = now.toISODate() ?? '';
    const about = { title, date: now.toFormat(DATE_ON_PAPER) };
    if (type === 'xlsx') {
      const compared = comparedOf(
        homes.map((home) => this.named(home, today, 'agent')),
        own && this.named(own, today, 'agent'),
      );
      return compsWorkbook({ ...about, ...compared }, own && model && adjustedOf(own, homes, model, today));
    }
    const shown = homes.filter(mayHandOver);
    if (own && own !== parcel && !mayHandOver(own))
      throw new Failure(
        'choice.doubtful',
        `The seller or office of ${addressShown(forAudience(own, 'agent'))} allows no display, or it is of your own file, so it is not printed.`,
      );
    if (shown.length === 0) throw new Failure('choice.doubtful', 'None of these homes may be handed over.');
    const of = own && (own === parcel ? this.named(own, today, 'agent') : this.named(own, today, 'message'));
    const compared = comparedOf(
      shown.map((home) => this.named(home, today, 'message')),
      of,
    );
    return printed(compsPages({ ...about, ...compared }, homes.length - shown.length, { agent, notice }));
  }

  /** A home in figures, and its name as a message may have it or the agent. */
  private named(record: ListingRecord, today: string, audience: 'message' | 'agent'): NamedHome {
    const message = forAudience(record, 'message');
    const [name = '', ...town] = addressShown(audience === 'agent' ? forAudience(record, 'agent') : message).split(', ');
    return {
      record,
      group: compGroupOf(record),
      figures: figuresOfHome(record, today),
      name,
      town: town.join(', '),
      status: String(record['StandardStatus'] ?? ''),
      credit: creditOf(message, this.config.zone),
    };
  }
}

/** What is of an agent's own file is seen by that agent only. */
function mayHandOver(home: ListingRecord): boolean {
  return !isOwnKey(home.ListingKey) && mayShow(home, 'message');
}

function comparedOf(homes: readonly NamedHome[], subject: NamedHome | null): Pick<ComparedHomes, 'subject' | 'groups'> {
  return { subject, groups: groupsOf(homes, new Set(homes.map(({ record }) => record.ListingKey))) };
}

function adjustedOf(
  subject: ListingRecord,
  homes: readonly ListingRecord[],
  model: PriceModel,
  today: string,
): AdjustedHomes | null {
  const range = priceRange(subject, homes, model, today);
  if (!range) return null;
  const nameOf = (key: string): string => {
    const home = homes.find(({ ListingKey }) => ListingKey === key);
    return home ? addressShown(forAudience(home, 'agent')) : key;
  };
  const name = String(subject['UnparsedAddress'] ?? subject['ParcelNumber'] ?? 'it');
  return {
    range: sayRange(range),
    why: sayWhy(range, model, name),
    sales: range.sales.map((sale) => ({ ...sale, name: nameOf(sale.listingKey) })),
  };
}
