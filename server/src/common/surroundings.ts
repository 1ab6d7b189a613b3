import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { surroundingsOf } from '@perambula/core';
import type { LonLat, MapFile, Near } from '@perambula/core';

/** Fields of a listing that are measured on the county's map, whatever its feed says. */
export const MEASURED_FIELDS = ['MilesToStation', 'MilesToShore'] as const;

/** What lies about a listing's place, by the map in the county's folder, read when it is first asked; without a map nothing. */
export class Surroundings {
  private near: ((place: LonLat) => Near) | undefined;

  constructor(private readonly countyDir: string) {}

  /** Puts into a record how far its home is from the nearest station and shore; blank where its place is not known. */
  measure(record: Record<string, unknown>): void {
    const { Longitude: lon, Latitude: lat } = record;
    const near = typeof lon === 'number' && typeof lat === 'number' ? this.about([lon, lat]) : null;
    record['MilesToStation'] = near?.station ?? null;
    record['MilesToShore'] = near?.shore ?? null;
  }

  private about(place: LonLat): Near | null {
    const file = join(this.countyDir, 'far.geojson');
    if (!this.near && existsSync(file)) this.near = surroundingsOf(JSON.parse(readFileSync(file, 'utf8')) as MapFile);
    return this.near?.(place) ?? null;
  }
}
