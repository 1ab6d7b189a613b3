import { Controller, HttpCode, Inject, Post, Req } from '@nestjs/common';
import { ApiBearerAuth, ApiBody, ApiConsumes } from '@nestjs/swagger';
import type { Bounced } from '@perambula/contract';
import type { Request } from 'express';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { receiveText } from '../common/receiveText.js';
import { hashOf } from '../common/token.js';
import { Desk } from '../desk/index.js';
import { Bounces } from './bounces.service.js';

const MOST_BYTES = 2_000_000;

/** Messages that came back, handed on by the mail server with a token of its own. */
@Controller('mail/bounces')
export class BouncesController {
  constructor(
    private readonly desk: Desk,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** A report of a message that could not be delivered, as it came (RFC 3464, RFC 5322). */
  @Post()
  @HttpCode(200)
  @ApiBearerAuth()
  @ApiConsumes('message/rfc822', 'text/plain')
  @ApiBody({ schema: { type: 'string' } })
  async take(@Req() request: Request): Promise<Bounced> {
    const { bounceToken } = this.config.mail;
    const [, token = ''] = /^Bearer (\S+)$/.exec(request.headers.authorization ?? '') ?? [];
    // hashes are compared, so that how long it takes tells nothing
    if (bounceToken === null || hashOf(token) !== hashOf(bounceToken))
      throw new Failure('session.missing', 'Messages that came back are handed on with the token that is set for them.');
    const file = await receiveText(request, ['message/rfc822', 'text/plain'], MOST_BYTES);
    try {
      return await this.desk.run('file', 'how much the message holds', Bounces, 'take', file.path);
    } finally {
      await file.remove();
    }
  }
}
