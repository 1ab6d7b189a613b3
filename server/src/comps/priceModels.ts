import { Injectable } from '@nestjs/common';
import { priceModel, today } from '@perambula/core';
import type { PriceModel, PropertyType } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { basisOf, LastWorkedOut } from '../common/lastWorkedOut.js';
import { ListingsService } from '../listings/index.js';

/** How price goes with homes' facts: at the desk, which fits each property type's sales once a day, and when there are others. */
@Injectable()
export class PriceModels {
  private readonly models = new LastWorkedOut<PriceModel | null>();

  constructor(
    private readonly clock: Clock,
    private readonly listings: ListingsService,
  ) {}

  /** @param keys  of its sales, the latest ones */
  of(type: PropertyType, keys: readonly string[]): Promise<PriceModel | null> {
    const day = today(this.clock.time());
    return this.models.of(type, basisOf(day, keys), async () => {
      const records = await this.listings.byKeys(keys);
      return priceModel([...records.values()], day);
    });
  }
}
