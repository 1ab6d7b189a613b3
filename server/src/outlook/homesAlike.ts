import { Injectable } from '@nestjs/common';
import type { OutlookAnswer } from '@perambula/contract';
import { fallsAlike, fallsOf, outlookOf, priceSpellsOf, today, withinReach } from '@perambula/core';
import type { FallsAlike, Life, PropertyType, Stood, WithinReach } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { basisOf, LastWorkedOut } from '../common/lastWorkedOut.js';
import { ListingsService } from '../listings/index.js';

const DAY_MS = 86_400_000;
const AHEAD_DAYS = 30;

/** What became of homes alike: at the desk, since hundreds of listings are read for it. */
@Injectable()
export class HomesAlike {
  /** By the property types asked for, how prices fell. */
  private readonly alike = new LastWorkedOut<FallsAlike>();
  /** By property type, how homes stood at their prices. */
  private readonly stood = new LastWorkedOut<readonly Stood[]>();

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

  /**
   * How likely homes come under a ceiling within 30 days.
   *
   * @param among  by property type, the listings from which homes alike are taken
   */
  async withinReach(
    keys: readonly string[],
    ceiling: number,
    among: readonly (readonly [PropertyType, readonly string[]])[],
  ): Promise<WithinReach[]> {
    const homes = await this.listings.byKeys(keys);
    return withinReach([...homes.values()], ceiling, await this.alikeAmong(among), this.clock.now());
  }

  private alikeAmong(among: readonly (readonly [PropertyType, readonly string[]])[]): Promise<FallsAlike> {
    const day = today(this.clock.time());
    const types = among.map(([type]) => type).join();
    return this.alike.of(types, among.map(([, keys]) => basisOf(day, keys)).join(), async () => {
      const stood: Stood[] = [];
      for (const [type, keys] of among) stood.push(...(await this.stoodOf(type, keys)));
      return fallsAlike(stood);
    });
  }

  private stoodOf(type: PropertyType, keys: readonly string[]): Promise<readonly Stood[]> {
    return this.stood.of(type, basisOf(today(this.clock.time()), keys), async () => {
      const now = this.clock.now();
      const records = await this.listings.byKeys(keys);
      return (await this.listings.livesOf(keys)).flatMap((life) => {
        const record = records.get(life.listingKey);
        return record ? [{ record, spells: priceSpellsOf(life, now) }] : [];
      });
    });
  }

  private aheadOf(own: Life, lives: readonly Life[], now: number): OutlookAnswer['ahead'] {
    const spells = lives.flatMap((life) => priceSpellsOf(life, now));
    const stoodFor = Math.floor((now - (own.prices.at(-1)?.at ?? own.from)) / DAY_MS);
    return { stoodFor, cutWithin30: fallsOf(spells).chance(stoodFor, 0, AHEAD_DAYS) };
  }
}

/** On the market, and not under contract. */
function isForSale({ to, contracts }: Life): boolean {
  return to === null && contracts.every((contract) => contract.to !== null);
}
