import { createReadStream, existsSync } from 'node:fs';
import { join } from 'node:path';
import { Controller, Get, Header, Inject, Param, Res, StreamableFile } from '@nestjs/common';
import type { Response } from 'express';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';

/** The base map's file and the listings' pictures, both from the county's side. */
@Controller()
export class MapController {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  @Get('api/map/base.geojson')
  @Header('content-type', 'application/geo+json')
  @Header('cache-control', 'private, max-age=3600')
  base(): StreamableFile {
    const file = join(this.config.countyDir, 'base.geojson');
    return new StreamableFile(createReadStream(found(existsSync(file) ? file : null, 'base map')));
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
