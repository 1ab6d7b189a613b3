import { createReadStream, existsSync } from 'node:fs';
import { join } from 'node:path';
import { Controller, Get, Header, Inject, Param, StreamableFile } from '@nestjs/common';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';

const EMPTY = '{"type":"FeatureCollection","features":[]}';

/** The base map's files, from the county's side. */
@Controller('map')
export class MapController {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  /** The far map, its zones, or a piece of the near map; most pieces of the county are empty. */
  @Get(':piece')
  @Header('content-type', 'application/geo+json')
  @Header('cache-control', 'private, max-age=3600')
  map(@Param('piece') piece: string): StreamableFile {
    const [, name = ''] = /^(far|zones|-?\d{1,5}_-?\d{1,5})\.geojson$/.exec(piece) ?? [];
    const file = join(this.config.countyDir, join(/\d/.test(name) ? 'near' : '', `${name}.geojson`));
    found(name || null, 'map');
    return existsSync(file) ? new StreamableFile(createReadStream(file)) : new StreamableFile(Buffer.from(EMPTY));
  }
}
