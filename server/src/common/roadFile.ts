import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRoads, TravelTimes } from '@perambula/core';
import type { RoadFile } from '@perambula/core';

/** The county's roads out of its folder, read when they are first asked for; undefined while there is no such file. */
export class Roads {
  private read: TravelTimes | undefined;

  constructor(private readonly countyDir: string) {}

  get times(): TravelTimes | undefined {
    const file = join(this.countyDir, 'roads.geojson');
    if (!this.read && existsSync(file))
      this.read = new TravelTimes(readRoads(JSON.parse(readFileSync(file, 'utf8')) as RoadFile));
    return this.read;
  }
}
