import { Inject, Injectable } from '@nestjs/common';
import { readInstructions } from '@perambula/core';
import type { OfficeAnswer } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource, In, IsNull, Not } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ListingsService } from '../listings/index.js';
import { ShowingRow } from './showing.entity.js';

/** The latest answers tell most of how offices answer now. */
const MOST = 200;

/** What listing offices answered when they were asked for times, whoever asked. */
@Injectable()
export class OfficeAnswers {
  constructor(
    private readonly database: DataSource,
    private readonly listings: ListingsService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone'>,
  ) {}

  async latest(): Promise<OfficeAnswer[]> {
    const rows = await this.database.getRepository(ShowingRow).find({
      select: { listingKey: true, state: true, startAt: true },
      where: { state: In(['confirmed', 'countered', 'refused']), startAt: Not(IsNull()), askedOfficeAt: Not(IsNull()) },
      order: { askedOfficeAt: 'DESC' },
      take: MOST,
    });
    const records = await this.listings.byKeys(rows.map(({ listingKey }) => listingKey));
    return rows.flatMap(({ listingKey, state, startAt }) =>
      startAt
        ? {
            occupant: readInstructions(String(records.get(listingKey)?.['ShowingInstructions'] ?? '')).occupant,
            hour: DateTime.fromJSDate(startAt, { zone: this.config.zone }).hour,
            isAgreed: state === 'confirmed',
          }
        : [],
    );
  }
}
