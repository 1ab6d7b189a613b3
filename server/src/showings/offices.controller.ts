import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import type { ShowingRequest } from '@perambula/contract';
import { OfficeAnswerBody, RequestTokenBody } from './dto/bodies.js';
import { OfficeRequests } from './office.requests.js';

/** What the page behind a showing request's link does. Whoever has the link needs no account. */
@Controller('offices')
export class OfficesController {
  constructor(private readonly requests: OfficeRequests) {}

  @Post('request')
  @HttpCode(200)
  open(@Body() { token }: RequestTokenBody): Promise<ShowingRequest> {
    return this.requests.open(token);
  }

  @Post('answer')
  @HttpCode(200)
  answer(@Body() { token, ...answered }: OfficeAnswerBody): Promise<ShowingRequest> {
    return this.requests.answer(token, answered);
  }
}
