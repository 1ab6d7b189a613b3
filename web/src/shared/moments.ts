import { dollars } from '@perambula/core';
import type { Moment } from '@perambula/core';

/** What happened, in words: "cut by $12,000 (2.8%) to $418,000". */
export function sayMoment(moment: Moment): string {
  const { kind, price } = moment;
  switch (kind) {
    case 'listed':
      return `listed${price === null ? '' : ` at ${dollars(price)}`}${moment.status === 'Coming Soon' ? ', coming soon' : ''}`;
    case 'onMarket':
      return 'on the market';
    case 'price':
      return sayPrice(moment.from, moment.price);
    case 'back':
      return 'back on the market';
    case 'underContract':
      return moment.status === 'Pending' ? 'pending' : 'under contract, still shown';
    case 'held':
      return 'on hold';
    case 'closed':
      return `closed${price === null ? '' : ` at ${dollars(price)}`}${saleToList(price, moment.asked)}`;
    case 'off':
      return moment.status.toLowerCase();
  }
}

function sayPrice(from: number | null, to: number): string {
  if (from === null) return `now asked: ${dollars(to)}`;
  return `${to < from ? 'cut' : 'raised'} by ${dollars(Math.abs(to - from))} (${percent(Math.abs(to - from) / from)}) to ${dollars(to)}`;
}

function saleToList(paid: number | null, asked: number | null): string {
  if (paid === null || asked === null || asked <= 0 || paid === asked) return '';
  return `, ${percent(Math.abs(paid - asked) / asked)} ${paid < asked ? 'under' : 'over'} what was asked`;
}

/** "2.8%" */
export const percent = (share: number): string => `${(share * 100).toFixed(1)}%`;
