import { Injectable } from '@nestjs/common';
import { Subject } from 'rxjs';

export type EventName = 'clock' | 'listings' | 'visit' | 'reaction' | 'showing' | 'mail';

export interface SaidEvent {
  /** Null tells every agent. */
  readonly agentId: string | null;
  readonly name: EventName;
}

/** What the browser is told as it happens, so that it asks again. */
@Injectable()
export class EventsService {
  readonly said = new Subject<SaidEvent>();

  say(agentId: string | null, name: EventName): void {
    this.said.next({ agentId, name });
  }
}
