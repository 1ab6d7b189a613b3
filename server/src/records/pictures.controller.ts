import { Controller, Get, Param, Res } from '@nestjs/common';
import type { Response } from 'express';
import { found } from '../common/failure.js';
import { RecordsSource } from './records.source.js';

/** Listings' pictures, for whoever may see the page or message that shows them. */
@Controller('media/:key/:file')
export class PicturesController {
  constructor(private readonly source: RecordsSource) {}

  @Get()
  async picture(@Param('key') key: string, @Param('file') file: string, @Res() response: Response): Promise<void> {
    const wanted = /^[\w-]{1,60}$/.test(key) && /^\d\d?\.(svg|png)$/.test(file) ? file : null;
    const picture = found(await this.source.picture(key, found(wanted, 'picture')), 'picture');
    response.setHeader('content-type', picture.type);
    response.setHeader('cache-control', 'public, max-age=86400');
    // messages show these pictures from wherever they are read
    response.setHeader('cross-origin-resource-policy', 'cross-origin');
    response.end(picture.body);
  }
}
