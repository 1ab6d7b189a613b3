import { Injectable } from '@nestjs/common';
import { priceModel, today } from '@perambula/core';
import type { PriceModel, PropertyType } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { ListingsService } from '../listings/index.js';

/** How price goes with homes' facts: at the desk, which fits each property type's sales once a day. */
@Injectable()
export class PriceModels {
  /** By property type, of the day named. */
  private readonly known = new Map<PropertyType, { readonly day: string; readonly model: PriceModel | null }>();

  constructor(
    private readonly clock: Clock,
    private readonly listings: ListingsService,
  ) {}

  /** @param keys  of its sales, the latest ones */
  async of(type: PropertyType, keys: readonly string[]): Promise<PriceModel | null> {
    const day = today(this.clock.time());
    const known = this.known.get(type);
    if (known?.day === day) return known.model;
    const records = await this.listings.byKeys(keys);
    const model = priceModel([...records.values()], day);
    this.known.set(type, { day, model });
    return model;
  }
}
