import { dollars } from '@perambula/core';
import type { NewsSince } from '@perambula/core';

/** "cut $10,000", "now Pending, was Active" */
export function sayNews({ price, status }: NewsSince): { readonly says: string; readonly isGain: boolean }[] {
  return [
    ...(price
      ? [
          {
            says: `${price.to < price.from ? 'cut' : 'raised'} ${dollars(Math.abs(price.to - price.from))}`,
            isGain: price.to < price.from,
          },
        ]
      : []),
    ...(status ? [{ says: `now ${status.to.toLowerCase()}, was ${status.from.toLowerCase()}`, isGain: false }] : []),
  ];
}
