import { createReadStream, existsSync } from 'node:fs';
import { join } from 'node:path';
import { Controller, Get, Header, Inject, Param, Res, StreamableFile } from '@nestjs/common';
import type { Response } from 'express';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';

const EMPTY = '{"type":"FeatureCollection","features":[]}';

/** The base map's files and the listings' pictures, both from the county's side. */
@Controller()
export class MapController {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  /** The far map, or a piece of the near one; most pieces of the county are empty. */
  @Get('map/:piece')
  @Header('content-type', 'application/geo+json')
  @Header('cache-control', 'private, max-age=3600')
  map(@Param('piece') piece: string): StreamableFile {
    const [, name = ''] = /^(far|-?\d{1,5}_-?\d{1,5})\.geojson$/.exec(piece) ?? [];
    const file = join(this.config.countyDir, name === 'far' ? 'far.geojson' : join('near', `${name}.geojson`));
    found(name || null, 'map');
    return existsSync(file) ? new StreamableFile(createReadStream(file)) : new StreamableFile(Buffer.from(EMPTY));
  }

  @Get('media/:key/:file')
  async picture(@Param('key') key: string, @Param('file') file: string, @Res() response: Response): Promise<void> {
    const wanted =
      /^[\w-]{1,60}$/.test(key) && /^\d\.(svg|png)$/.test(file) ? `${this.config.feed.url}/media/${key}/${file}` : null;
    const picture = await fetch(found(wanted, 'picture'), { signal: AbortSignal.timeout(5000) });
    found(picture.ok ? picture : null, 'picture');
    response.setHeader('content-type', picture.headers.get('content-type') ?? 'image/svg+xml');
    response.setHeader('cache-control', 'public, max-age=86400');
    // messages show these pictures from wherever they are read
    response.setHeader('cross-origin-resource-policy', 'cross-origin');
    response.end(Buffer.from(await picture.arrayBuffer()));
  }
}
