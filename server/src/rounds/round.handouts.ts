import { Injectable } from '@nestjs/common';
import type { Round, SheetFor } from '@perambula/contract';
import { Failure } from '../common/failure.js';
import { Desk } from '../desk/index.js';
import type { AgentRow } from '../sessions/index.js';
import { Invitations } from '../showings/index.js';
import { DaySheets } from './day.sheets.js';
import { RoundsService } from './rounds.service.js';

/** What is given out of a round: its day on paper, and the message to whom it is for. */
@Injectable()
export class RoundHandouts {
  constructor(
    private readonly rounds: RoundsService,
    private readonly invitations: Invitations,
    private readonly desk: Desk,
  ) {}

  async sheet(agent: AgentRow, id: string, sheetFor: SheetFor): Promise<Buffer> {
    return this.print(agent, await this.rounds.get(agent.id, id), sheetFor);
  }

  /** Sends the client what is agreed. @throws Failure where nothing is, or it is for nobody */
  async send(agent: AgentRow, id: string): Promise<{ sentTo: number; homes: number }> {
    const round = await this.rounds.get(agent.id, id);
    const agreed = round.homes.flatMap(({ showing }) => (showing?.state === 'confirmed' ? [showing.id] : []));
    if (round.clientId === null)
      throw new Failure('request.invalid', 'This round is for nobody but you. Choose a client when you make a round.');
    if (agreed.length === 0)
      throw new Failure(
        'showing.notAgreed',
        'No listing office has agreed to its time yet, so there is nothing to send. Ask them first.',
      );
    const sheet = await this.print(agent, round, 'client');
    const open = round.homes.length - agreed.length;
    const sentTo = await this.invitations.sendAll(agent, round.clientId, agreed, { on: round.on, open, sheet });
    return { sentTo, homes: agreed.length };
  }

  private print(agent: AgentRow, round: Round, sheetFor: SheetFor): Promise<Buffer> {
    return this.desk.run('file', 'the round to be printed', DaySheets, 'pdf', agent, round, sheetFor);
  }
}
