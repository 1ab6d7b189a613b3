import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { OfficeInterest } from './officeInterest.js';
import { OfficeStopBody } from './dto/bodies.js';

/** What the button does behind the link by which a listing's agent wants no more messages. */
@Controller('offices')
export class OfficeStopController {
  constructor(private readonly interest: OfficeInterest) {}

  @Post('stop')
  @HttpCode(200)
  stop(@Body() { token }: OfficeStopBody): Promise<{ name: string; agent: string }> {
    return this.interest.stop(token);
  }
}
