import { Injectable } from '@nestjs/common';
import { bestOrder, smallestChange, timed } from '@perambula/core';
import type { RoundOrder } from '@perambula/contract';
import type { BestOrder, RoundAsk, RoundChange } from '@perambula/core';

/** The best order of a round, and what would have to change for each home that has no place in it. */
export interface OrderFound extends Omit<BestOrder, 'leftOut'> {
  readonly leftOut: readonly { readonly id: string; readonly change: RoundChange | null }[];
}

/** Puts rounds in order, which takes long where there are many homes. */
@Injectable()
export class RoundOrders {
  // eslint-disable-next-line @typescript-eslint/require-await -- the desk calls what gives a promise
  async best(ask: RoundAsk): Promise<OrderFound> {
    const { order, leftOut, isProven } = bestOrder(ask);
    return { order, isProven, leftOut: leftOut.map((id) => ({ id, change: smallestChange(ask, order, id) })) };
  }

  /** What the best order would come to. */
  // eslint-disable-next-line @typescript-eslint/require-await -- as above
  async weighed(ask: RoundAsk): Promise<RoundOrder> {
    const { order, leftOut } = bestOrder(ask);
    const { backAt, driving, unlikely } = timed(ask, order);
    return { homes: order.length, leftOut: leftOut.length, backAt, driving, unlikely };
  }
}
