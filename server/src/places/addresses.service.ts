import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { AddressPlace } from '@perambula/contract';
import { addressFinder } from '@perambula/core';
import type { LonLat } from '@perambula/core';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';

const MOST = 8;

interface AddressFile {
  readonly features: readonly {
    readonly geometry: { readonly coordinates: LonLat };
    readonly properties: { readonly name: string; readonly parcelNumber: string };
  }[];
}

/** The addresses of all parcels, by the county's file of them, read when one is first sought; without a file there are none. */
@Injectable()
export class AddressesService {
  private find: ((sought: string, most: number) => AddressPlace[]) | undefined;

  constructor(@Inject(CONFIG) private readonly config: Pick<Config, 'countyDir'>) {}

  named(sought: string): AddressPlace[] {
    const file = join(this.config.countyDir, 'addresses.geojson');
    if (!this.find && existsSync(file))
      this.find = addressFinder(readAddresses(JSON.parse(readFileSync(file, 'utf8')) as AddressFile));
    return this.find?.(sought, MOST) ?? [];
  }
}

function readAddresses({ features }: AddressFile): AddressPlace[] {
  return features.map(({ geometry, properties: { name, parcelNumber } }) => ({
    address: name,
    at: geometry.coordinates,
    parcelNumber,
  }));
}
