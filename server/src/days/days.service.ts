import { Inject, Injectable } from '@nestjs/common';
import { roundAskOf } from '@perambula/contract';
import type { DayHome, RoundDay, RoundHome, RoundLeg, VisitNote } from '@perambula/contract';
import { factsOf, timed } from '@perambula/core';
import type { ListingRecord, RoundVisit } from '@perambula/core';
import { ClientsService, firstName } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ListingsService } from '../listings/index.js';
import { Responses } from '../responses/index.js';
import { RoundsService } from '../rounds/index.js';
import { ShortlistsService } from '../shortlists/index.js';
import type { VisitNoteRow } from './visit.note.entity.js';
import { VisitNotes } from './visit.notes.js';

const THINKS = { like: 'likes it', unsure: 'is unsure', notForUs: 'says no' } as const;

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
    const [records, people, said, notes] = await Promise.all([
      this.listings.byKeys(keys),
      clientId === null ? [] : this.clients.peopleOf([clientId]),
      this.saidBefore(agentId, clientId),
      this.notes.ofRound(agentId, id),
    ]);
    const { visits, leaveAt, backAt } = timed(
      roundAskOf(round),
      homes.map((home) => home.id),
    );
    return {
      ...{ id, name: round.name, on: round.on, clientId, clientName: round.clientName, begin: round.begin, end: round.end },
      people: people.map(({ id: personId, name, phone }) => ({ id: personId, name: firstName(name), phone })),
      ...{ leaveAt, backAt },
      homes: homes.map((home, i) =>
        homeOf(home, visits[i], round.legs[i] ?? null, records.get(home.listingKey), said.get(home.listingKey) ?? []),
      ),
      notes: notes.map(noteOf),
      zone: this.config.zone,
      now: this.clock.date().toISOString(),
    };
  }

  /** What a household said of homes in its portal, and what the agent noted on its shortlists. */
  private async saidBefore(agentId: string, clientId: string | null): Promise<Said> {
    const said = new Map<string, { who: string; text: string }[]>();
    if (clientId === null) return said;
    const add = (key: string, who: string, text: string): void => void said.set(key, [...(said.get(key) ?? []), { who, text }]);
    const names = new Map((await this.clients.everyoneOf([clientId])).map(({ id, name }) => [id, firstName(name)]));
    for (const { listingKey, personId, verdict, note } of await this.responses.reactionsOf([clientId]))
      add(listingKey, names.get(personId) ?? 'Somebody', note ? `${THINKS[verdict]}: “${note}”` : THINKS[verdict]);
    for (const { items } of await this.shortlists.list(agentId, clientId))
      for (const { listingKey, note } of items) if (note) add(listingKey, 'You', `“${note}”`);
    return said;
  }
}

function homeOf(
  home: RoundHome,
  visit: RoundVisit | undefined,
  leg: RoundLeg | null,
  record: ListingRecord | undefined,
  said: DayHome['said'],
): DayHome {
  const { id, listingKey, address, price, status, at, open, instructions, agentMobile, showing } = home;
  return {
    ...{ id, listingKey, address, price, status, at, open, instructions, agentMobile, said },
    facts: record ? factsOf(record) : '',
    startAt: visit?.startAt ?? 0,
    endAt: visit?.endAt ?? 0,
    drive: visit?.drive ?? 0,
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
