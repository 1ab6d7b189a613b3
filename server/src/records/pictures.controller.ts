import { Controller, Get, Inject, Param, Req, Res } from '@nestjs/common';
import { mayShow } from '@perambula/core';
import type { Request, Response } from 'express';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { cookieOf } from '../common/cookie.js';
import { found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { sessionCookie, SessionsService } from '../sessions/index.js';
import { handOn, RecordsSource } from './records.source.js';

/** Listings' pictures, for whoever may see the page or message that shows them: of a home that a seller keeps off the internet, agents only. */
@Controller('media/:key/:file')
export class PicturesController {
  constructor(
    private readonly source: RecordsSource,
    private readonly listings: ListingsService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  async picture(
    @Param('key') key: string,
    @Param('file') file: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const wanted = found(/^[\w-]{1,60}$/.test(key) && /^\d\d?\.(svg|png)$/.test(file) ? file : null, 'picture');
    const record = found((await this.listings.byKeys([key])).get(key), 'picture');
    const isForAll = mayShow(record, 'public');
    // told as if it were not there
    if (!isForAll) found(await this.sessions.find(cookieOf(request, sessionCookie(this.config))), 'picture');
    const picture = found(await this.source.picture(key, wanted), 'picture');
    response.setHeader('content-type', picture.type);
    // a drawing opened by itself does nothing
    response.setHeader('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox");
    response.setHeader('cache-control', isForAll ? 'public, max-age=86400' : 'private, no-store');
    // messages show these pictures from wherever they are read
    response.setHeader('cross-origin-resource-policy', isForAll ? 'cross-origin' : 'same-origin');
    await handOn(picture, response);
  }
}
