import { Injectable } from '@nestjs/common';
import type { OutlookAnswer } from '@perambula/contract';
import { chanceToFall, outlookOf, priceSpellsOf } from '@perambula/core';
import type { Life } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { ListingsService } from '../listings/index.js';

const DAY_MS = 86_400_000;
const AHEAD_DAYS = 30;

/** What became of homes alike: at the desk, since hundreds of listings are read for it. */
@Injectable()
export class HomesAlike {
  constructor(
    private readonly listings: ListingsService,
    private readonly clock: Clock,
  ) {}

  /**
   * @param key  the home itself
   * @param keys  of the homes alike
   */
  async fared(key: string, keys: readonly string[]): Promise<Pick<OutlookAnswer, 'outlook' | 'ahead'>> {
    const now = this.clock.now();
    const all = await this.listings.livesOf([key, ...keys]);
    const own = all.find(({ listingKey }) => listingKey === key);
    const lives = all.filter((life) => life !== own);
    return {
      outlook: outlookOf(lives, now),
      ahead: own && isForSale(own) ? this.aheadOf(own, lives, now) : null,
    };
  }

  private aheadOf(own: Life, lives: readonly Life[], now: number): OutlookAnswer['ahead'] {
    const spells = lives.flatMap((life) => priceSpellsOf(life, now));
    const stoodFor = Math.floor((now - (own.prices.at(-1)?.at ?? own.from)) / DAY_MS);
    return { stoodFor, cutWithin30: chanceToFall(spells, stoodFor, 0, AHEAD_DAYS) };
  }
}

/** On the market, and not under contract. */
function isForSale({ to, contracts }: Life): boolean {
  return to === null && contracts.every((contract) => contract.to !== null);
}
