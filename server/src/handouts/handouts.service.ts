import { Inject, Injectable } from '@nestjs/common';
import type { HandoutBody } from '@perambula/contract';
import { addressShown, forAudience, mayShow } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { DateTime } from 'luxon';
import { Clock } from '../clock/index.js';
import { goOn } from '../common/requestBudget.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { log } from '../common/log.js';
import { ListingsService } from '../listings/index.js';
import { RecordsSource, ToVerify } from '../records/index.js';
import type { AgentRow } from '../sessions/index.js';
import { handoutPages } from './handout.js';
import type { HandoutHome, Picture } from './handout.js';
import { DATE_ON_PAPER } from './paper.js';
import { printable } from './pictures.js';
import { printed } from './print.js';

const PICTURES_EACH = 4;
const PICTURES_AT_ONCE = 8;
/** Homes on paper, to be handed to a client; made at the desk. */
@Injectable()
export class Handouts {
  constructor(
    private readonly clock: Clock,
    private readonly listings: ListingsService,
    private readonly records: RecordsSource,
    private readonly verified: ToVerify,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * A PDF of homes as a message may show them.
   *
   * @param words  what the agent wrote to it, in plain text
   * @throws Failure where one of them may not be shown to a client, or is not there
   */
  async pdf(agent: AgentRow, { listingKeys, form, title }: HandoutBody, words: string): Promise<Buffer> {
    const records: ListingRecord[] = [];
    for (const key of listingKeys) {
      const record = await this.listings.forOthers(key);
      if (!mayShow(record, 'message'))
        throw new Failure(
          'choice.doubtful',
          `The seller or office of ${addressShown(forAudience(record, 'agent'))} allows no display, so it is not printed for a client.`,
          { listingKey: key },
        );
      records.push(record);
    }
    const verify = await this.verified.ofEach(records, 'message');
    const homes = records.map((record): HandoutHome => {
      return { listing: forAudience(record, 'message'), pictures: [], verify: verify.get(record.ListingKey) ?? null };
    });
    const pictured = form === 'table' ? homes : await this.withPictures(homes);
    const date = DateTime.fromMillis(this.clock.now(), { zone: this.config.zone }).toFormat(DATE_ON_PAPER);
    const { notice, zone } = this.config;
    const handout = { title, date, form, words, homes: pictured, agent, notice, zone };
    return printed(handoutPages(handout)).catch((error: unknown) => {
      // a picture that only its beginning tells to be one
      log.warn({ error }, 'a handout was printed without its pictures');
      return printed(handoutPages({ ...handout, homes }));
    });
  }

  private async withPictures(homes: readonly HandoutHome[]): Promise<HandoutHome[]> {
    const asked = homes.flatMap(({ listing }, at) => {
      const many = Math.min(PICTURES_EACH, Number(listing['PhotosCount'] ?? PICTURES_EACH));
      return Array.from({ length: many }, (_, i) => ({ at, key: listing.ListingKey, i }));
    });
    const pictures: Picture[][] = homes.map(() => []);
    for (let from = 0; from < asked.length; from += PICTURES_AT_ONCE) {
      goOn();
      const some = asked.slice(from, from + PICTURES_AT_ONCE);
      const got = await Promise.all(some.map(({ key, i }) => this.picture(key, i)));
      for (const [j, picture] of got.entries()) if (picture) pictures[some[j]?.at ?? 0]?.push(picture);
    }
    return homes.map((home, at) => ({ ...home, pictures: pictures[at] ?? [] }));
  }

  /** null where there is none, or the feed does not give it: a handout is better with a picture missing than not at all. */
  private async picture(key: string, i: number): Promise<Picture | null> {
    try {
      const fetched = await this.records.picture(key, `${i}.svg`);
      if (!fetched) return null;
      const chunks: Uint8Array[] = [];
      for await (const chunk of fetched.stream()) chunks.push(chunk as Uint8Array);
      await fetched.remove?.();
      return printable(Buffer.concat(chunks));
    } catch (error) {
      log.warn({ error }, 'a picture was not printed');
      return null;
    }
  }
}
