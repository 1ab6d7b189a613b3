import { Inject, Injectable } from '@nestjs/common';
import { roundAskOf, VERDICT_SAID } from '@perambula/contract';
import type { DayHome, RoundDay, RoundHome, RoundLeg, VisitNote } from '@perambula/contract';
import { factsOf, timed } from '@perambula/core';
import type { ListingRecord, RoundVisit } from '@perambula/core';
import { DateTime } from 'luxon';
import { ClientsService, firstName } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ListingsService } from '../listings/index.js';
import { Responses } from '../responses/index.js';
import type { ReactionRow } from '../responses/index.js';
import { RoundsService } from '../rounds/index.js';
import { ShortlistsService } from '../shortlists/index.js';
import type { VisitNoteRow } from './visit.note.entity.js';
import { VisitNotes } from './visit.notes.js';

/** What was said of homes, by their keys. */
type Said = ReadonlyMap<string, DayHome['said']>;

/** Rounds as they are taken along. */
@Injectable()
export class DaysService {
  constructor(
    private readonly clock: Clock,
    private readonly rounds: RoundsService,
    private readonly notes: VisitNotes,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly shortlists: ShortlistsService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone'>,
  ) {}

  async get(agentId: string, id: string): Promise<RoundDay> {
    const round = await this.rounds.get(agentId, id);
    const { clientId, homes } = round;
    const keys = homes.map(({ listingKey }) => listingKey);
    const [records, people, reactions, notes] = await Promise.all([
      this.listings.byKeys(keys),
      clientId === null ? [] : this.clients.peopleOf([clientId]),
      clientId === null ? [] : this.responses.reactionsOf([clientId]),
      this.notes.ofRound(agentId, id),
    ]);
    const said = await this.saidBefore(agentId, clientId, reactions);
    const begins = DateTime.fromISO(round.on, { zone: this.config.zone }).toJSDate();
    const since = reactions.filter(({ at }) => at >= begins);
    const { visits, leaveAt, backAt } = timed(
      roundAskOf(round),
      homes.map((home) => home.id),
    );
    return {
      ...{ id, name: round.name, on: round.on, clientId, clientName: round.clientName, begin: round.begin, end: round.end },
      people: people.map(({ id: personId, name, phone }) => ({ id: personId, name: firstName(name), phone })),
      ...{ leaveAt, backAt },
      homes: homes.map((home, i) =>
        homeOf(home, visits[i], visits[i - 1]?.breakAt ?? null, round.legs[i] ?? null, records.get(home.listingKey), {
          said: said.get(home.listingKey) ?? [],
          thinks: since
            .filter(({ listingKey }) => listingKey === home.listingKey)
            .map(({ personId, verdict, note }) => ({ personId, verdict, note })),
        }),
      ),
      notes: notes.map(noteOf),
      zone: this.config.zone,
      now: this.clock.date().toISOString(),
    };
  }

  /** What a household said of homes in its portal, and what the agent noted on its shortlists. */
  private async saidBefore(agentId: string, clientId: string | null, reactions: readonly ReactionRow[]): Promise<Said> {
    const said = new Map<string, { who: string; text: string }[]>();
    if (clientId === null) return said;
    const add = (key: string, who: string, text: string): void => void said.set(key, [...(said.get(key) ?? []), { who, text }]);
    const names = new Map((await this.clients.everyoneOf([clientId])).map(({ id, name }) => [id, firstName(name)]));
    for (const { listingKey, personId, verdict, note } of reactions)
      add(listingKey, names.get(personId) ?? 'Somebody', note ? `${VERDICT_SAID[verdict]}: “${note}”` : VERDICT_SAID[verdict]);
    for (const { items } of await this.shortlists.list(agentId, clientId))
      for (const { listingKey, note } of items) if (note) add(listingKey, 'You', `“${note}”`);
    return said;
  }
}

function homeOf(
  home: RoundHome,
  visit: RoundVisit | undefined,
  breakAt: number | null,
  leg: RoundLeg | null,
  record: ListingRecord | undefined,
  heard: Pick<DayHome, 'said' | 'thinks'>,
): DayHome {
  const { id, listingKey, address, price, status, at, open, instructions, agentMobile, showing } = home;
  return {
    ...{ id, listingKey, address, price, status, at, open, instructions, agentMobile, ...heard },
    facts: record ? factsOf(record) : '',
    startAt: visit?.startAt ?? 0,
    endAt: visit?.endAt ?? 0,
    drive: visit?.drive ?? 0,
    breakAt,
    state: showing?.state ?? null,
    listAgent: String(record?.['ListAgentFullName'] ?? ''),
    office: String(record?.['ListOfficeName'] ?? ''),
    officePhone: String(record?.['ListOfficePhone'] ?? ''),
    way: leg && { metres: leg.metres, steps: leg.steps },
  };
}

function noteOf({ id, kind, at, listingKey, personId, verdict, text, minutes }: VisitNoteRow): VisitNote {
  return { id, kind, at: at.toISOString(), listingKey, personId, verdict, text, minutes };
}
