import { Body, Controller, HttpCode, Post, UseGuards } from '@nestjs/common';
import type { AreaAnswer, RouteAnswer } from '@perambula/contract';
import { AgentGuard } from '../sessions/index.js';
import { AreaBody, RouteBody } from './dto/bodies.js';
import { RoadsService } from './roads.service.js';

@Controller('roads')
@UseGuards(AgentGuard)
export class RoadsController {
  constructor(private readonly roads: RoadsService) {}

  /** The ground within minutes of a place, to be drawn. */
  @Post('area')
  @HttpCode(200)
  area(@Body() { shape }: AreaBody): Promise<AreaAnswer> {
    return this.roads.area(shape);
  }

  /** The quickest way from one place to another, step by step. */
  @Post('route')
  @HttpCode(200)
  route(@Body() { journey }: RouteBody): Promise<RouteAnswer> {
    return this.roads.route(journey);
  }
}
