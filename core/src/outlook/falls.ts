import { chanceBy, chanceOf, kaplanMeier, shareLasting } from '../figures/survival.js';
import { CUT } from './outlook.js';
import type { PriceSpell } from './outlook.js';

/** How prices of homes alike fell, made ready to be asked about many homes. */
export interface Falls {
  /**
   * The chance that a price falls by so much within so many days, before the home goes under contract or off: how homes
   * alike cut, given that it has stood at its price for so long, and how large their cuts were. One cut at a time.
   *
   * @param stoodFor  days since its price last changed, or since it came on the market
   * @param needed  the share by which its price must fall
   * @returns 0 to 1; null where nothing was seen to stand for so long
   */
  readonly chance: (stoodFor: number, needed: number, within: number) => number | null;
}

/** @param spells  of homes alike */
export function fallsOf(spells: readonly PriceSpell[]): Falls {
  const longest = Math.max(-Infinity, ...spells.map(({ time }) => time));
  const cuts = spells.flatMap(({ share }) => share ?? []).sort((a, b) => a - b);
  const [chances, lasting] = [chanceOf(spells, CUT), kaplanMeier(spells)];
  return {
    chance(stoodFor, needed, within) {
      if (stoodFor > longest) return null;
      const left = shareLasting(lasting, stoodFor);
      if (cuts.length === 0 || left === 0) return 0;
      const cut = (chanceBy(chances, stoodFor + within) - chanceBy(chances, stoodFor)) / left;
      const tooSmall = cuts.findIndex((share) => share >= needed);
      const largeEnough = tooSmall < 0 ? 0 : cuts.length - tooSmall;
      return Math.min(1, (cut * largeEnough) / cuts.length);
    },
  };
}
