import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  Patch,
  Post,
  Put,
  Query,
  StreamableFile,
  UseGuards,
} from '@nestjs/common';
import type { OfferOutcome, Round, RoundOrder, RoundSummary } from '@perambula/contract';
import { WithoutAgreementBody } from '../showings/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import {
  DaySheetQuery,
  NewRoundBody,
  RoundAimPath,
  RoundBody,
  RoundHomeBody,
  RoundKeysBody,
  RoundOrderBody,
} from './dto/bodies.js';
import { RoundHandouts } from './round.handouts.js';
import { RoundsService } from './rounds.service.js';

@Controller('rounds')
@UseGuards(AgentGuard)
export class RoundsController {
  constructor(
    private readonly rounds: RoundsService,
    private readonly handouts: RoundHandouts,
  ) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<RoundSummary[]> {
    return this.rounds.list(agent.id);
  }

  @Post()
  create(@CurrentAgent() agent: AgentRow, @Body() { clientId, on, listingKeys }: NewRoundBody): Promise<{ id: string }> {
    return this.rounds.create(agent, clientId, on, listingKeys);
  }

  @Get(':id')
  get(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Round> {
    return this.rounds.get(agent.id, id);
  }

  @Patch(':id')
  change(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: RoundBody): Promise<Round> {
    return this.rounds.change(agent.id, id, body);
  }

  @Delete(':id')
  async remove(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.rounds.remove(agent.id, id);
    return {};
  }

  @Put(':id/order')
  reorder(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() { homeIds }: RoundOrderBody): Promise<Round> {
    return this.rounds.reorder(agent.id, id, homeIds);
  }

  /** What the best order by an aim would come to. */
  @Get(':id/orders/:aim')
  weigh(@CurrentAgent() agent: AgentRow, @Param() { id, aim }: RoundAimPath): Promise<RoundOrder> {
    return this.rounds.weigh(agent.id, id, aim);
  }

  @Post(':id/bestOrder')
  @HttpCode(200)
  orderBest(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Round> {
    return this.rounds.orderBest(agent.id, id);
  }

  @Post(':id/homes')
  @HttpCode(200)
  add(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() { listingKeys }: RoundKeysBody): Promise<Round> {
    return this.rounds.add(agent.id, id, listingKeys);
  }

  @Patch(':id/homes/:homeId')
  changeHome(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('homeId') homeId: string,
    @Body() body: RoundHomeBody,
  ): Promise<Round> {
    return this.rounds.changeHome(agent.id, id, homeId, body);
  }

  @Delete(':id/homes/:homeId')
  removeHome(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Param('homeId') homeId: string): Promise<Round> {
    return this.rounds.removeHome(agent.id, id, homeId);
  }

  @Get(':id/daySheet')
  async daySheet(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Query() { sheetFor }: DaySheetQuery,
  ): Promise<StreamableFile> {
    return new StreamableFile(await this.handouts.sheet(agent, id, sheetFor), {
      type: 'application/pdf',
      disposition: 'attachment; filename="day-sheet.pdf"',
    });
  }

  /** Sends the client what is agreed. */
  @Post(':id/message')
  @HttpCode(200)
  send(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<{ sentTo: number; homes: number }> {
    return this.handouts.send(agent, id);
  }

  @Get(':id/homes/:homeId/offer')
  outcomeOf(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Param('homeId') homeId: string): Promise<OfferOutcome> {
    return this.rounds.outcomeOf(agent.id, id, homeId);
  }

  @Post(':id/homes/:homeId/offer')
  @HttpCode(200)
  acceptOffer(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('homeId') homeId: string,
    @Body() { withoutAgreement = false }: WithoutAgreementBody,
  ): Promise<Round> {
    return this.rounds.acceptOffer(agent, id, homeId, withoutAgreement);
  }

  /** Asks the listing offices for the round's times. */
  @Post(':id/requests')
  @HttpCode(200)
  request(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() { withoutAgreement = false }: WithoutAgreementBody,
  ): Promise<{ asked: number; notAsked: { address: string; why: string }[] }> {
    return this.rounds.request(agent, id, withoutAgreement);
  }
}
