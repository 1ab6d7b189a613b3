import { Injectable } from '@nestjs/common';
import type { EntryKind, Happening, HappeningKind, TimelinePage, VisitNoteKind } from '@perambula/contract';
import { HAPPENING_KINDS } from '@perambula/contract';
import { DataSource, In, LessThan, Not } from 'typeorm';
import type { EntityTarget, FindOptionsWhere, ObjectLiteral } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { VisitNoteRow } from '../days/index.js';
import { ListingsService } from '../listings/index.js';
import { OutboxRow } from '../mail/index.js';
import { ReactionRow, VisitRow } from '../responses/index.js';
import { ShowingRow } from '../showings/index.js';
import { TimelineEntryRow } from '../timelineEntries/index.js';

const A_PAGE = 40;
const VERDICTS = { like: 'likes', unsure: 'is unsure of', notForUs: 'says no to' } as const;
const SHOWINGS = {
  asked: 'Asked to see',
  proposed: 'Visit proposed:',
  countered: 'Another time offered for a visit:',
  confirmed: 'Visit agreed:',
  refused: 'Visit refused:',
  canceled: 'Visit canceled:',
} as const;
/** What of the entries written down stands under which kind. */
const ENTRIES: Readonly<Partial<Record<HappeningKind, readonly EntryKind[]>>> = {
  message: ['fromClient', 'toClient', 'wish', 'shared'],
  search: ['search', 'alert'],
  note: ['note', 'call', 'need'],
  person: ['person'],
};

/** What of the notes from the road stands under which kind; what somebody thinks of a home stands with what they say elsewhere. */
const NOTES: Readonly<Partial<Record<HappeningKind, readonly VisitNoteKind[]>>> = {
  showing: ['seen'],
  note: ['words', 'photograph'],
};

/** What an entry that is about something leads to, if not to a search. */
const LEADS_TO: Readonly<Partial<Record<EntryKind, 'listing' | 'shortlist'>>> = { fromClient: 'listing', shared: 'shortlist' };

/** How the people and homes of a household are called. */
interface Names {
  readonly person: (id: string | null) => string;
  readonly home: (key: string) => string;
}

/** All that happened with a client, from wherever it is kept: messages, visits, what was said of homes, showings, notes. */
@Injectable()
export class Timeline {
  constructor(
    private readonly database: DataSource,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
  ) {}

  /**
   * The latest first, so many at a time.
   *
   * @param before  what the page before said of the earlier ones: ISO 8601
   */
  async of(
    clientId: string,
    { kinds = HAPPENING_KINDS, before }: { readonly kinds?: readonly HappeningKind[]; readonly before?: Date | undefined },
  ): Promise<TimelinePage> {
    const until = before ? { at: LessThan(before) } : {};
    const written = before ? { createdAt: LessThan(before) } : {};
    const wants = (kind: HappeningKind): boolean => kinds.includes(kind);
    const entryKinds = kinds.flatMap((kind) => ENTRIES[kind] ?? []);
    const noteKinds = kinds.flatMap((kind) => NOTES[kind] ?? []);
    const [messages, visits, reactions, showings, entries, notes, people] = await Promise.all([
      // what a listing office is written about a visit is told by the visit, an answer by its words; a code is nobody's news
      wants('message')
        ? this.latest(
            OutboxRow,
            { clientId, state: In(['sent', 'queued', 'failed']), kind: Not(In(['office', 'answer', 'code'])), ...written },
            'createdAt',
          )
        : [],
      wants('visit') ? this.latest(VisitRow, { clientId, ...until }, 'at') : [],
      wants('reaction') ? this.latest(ReactionRow, { clientId, ...until }, 'at') : [],
      wants('showing') ? this.latest(ShowingRow, { clientId, ...written }, 'createdAt') : [],
      entryKinds.length > 0 ? this.latest(TimelineEntryRow, { clientId, kind: In(entryKinds), ...until }, 'at') : [],
      noteKinds.length > 0 ? this.latest(VisitNoteRow, { clientId, kind: In(noteKinds), ...until }, 'at') : [],
      this.clients.everyoneOf([clientId]),
    ]);
    const keys = new Set([...visits, ...reactions, ...showings, ...notes].flatMap(({ listingKey }) => listingKey ?? []));
    for (const { kind, about } of entries) if (kind === 'fromClient' && about) keys.add(about);
    const records = await this.listings.byKeys([...keys]);
    const persons = new Map(people.map(({ id, name }) => [id, name]));
    const names: Names = {
      person: (id) => persons.get(id ?? '') ?? 'Somebody',
      home: (key) => String(records.get(key)?.['UnparsedAddress'] ?? key),
    };
    const all = [
      ...messages.map(sayMessage),
      ...visits.map((row) => sayVisit(row, names)),
      ...reactions.map((row) => sayReaction(row, names)),
      ...showings.map((row) => sayShowing(row, names)),
      ...entries.map((row) => sayEntry(row, names)),
      ...notes.map((row) => sayNote(row, names)),
    ].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
    return pageOf(all);
  }

  /** The latest of one kind: as many as could stand on a page, and one more. */
  private latest<T extends ObjectLiteral>(of: EntityTarget<T>, where: FindOptionsWhere<T>, at: 'at' | 'createdAt'): Promise<T[]> {
    return this.database.getRepository(of).find({ where, order: { [at]: 'DESC' } as never, take: A_PAGE + 1 });
  }
}

/** What happened at one moment is not parted by the end of a page. */
function pageOf(all: readonly Happening[]): TimelinePage {
  const last = all[A_PAGE - 1];
  if (!last || all.length === A_PAGE) return { happenings: all, earlier: null };
  const happenings = all.filter(({ at }) => at >= last.at);
  return { happenings, earlier: all.length > happenings.length ? last.at : null };
}

function sayMessage({ id, createdAt, subject, toName, state }: OutboxRow): Happening {
  const how = { queued: 'On its way to', failed: 'Could not be sent to' }[state as string] ?? 'Sent to';
  return {
    id,
    at: createdAt.toISOString(),
    kind: 'message',
    text: `${how} ${toName}: ${subject}`,
    about: { kind: 'message', id },
    isOwn: false,
  };
}

function sayVisit({ id, at, personId, listingKey }: VisitRow, names: Names): Happening {
  return {
    id: `visit-${id}`,
    at: at.toISOString(),
    kind: 'visit',
    text: `${names.person(personId)} ${listingKey ? `opened ${names.home(listingKey)}` : 'came by'}`,
    about: listingKey ? { kind: 'listing', id: listingKey } : null,
    isOwn: false,
  };
}

function sayReaction({ id, at, personId, verdict, note, listingKey }: ReactionRow, names: Names): Happening {
  return {
    id,
    at: at.toISOString(),
    kind: 'reaction',
    text: `${names.person(personId)} ${VERDICTS[verdict]} ${names.home(listingKey)}${note ? `: “${note}”` : ''}`,
    about: { kind: 'listing', id: listingKey },
    isOwn: false,
  };
}

function sayShowing({ id, createdAt, state, listingKey, wish }: ShowingRow, names: Names): Happening {
  return {
    id,
    at: createdAt.toISOString(),
    kind: 'showing',
    text: `${SHOWINGS[state]} ${names.home(listingKey)}${wish ? `: “${wish}”` : ''}`,
    about: { kind: 'showing', id },
    isOwn: false,
  };
}

function sayNote({ id, at, kind, text, personId, listingKey }: VisitNoteRow, names: Names): Happening {
  const home = names.home(listingKey ?? '');
  const who = personId ? `${names.person(personId)} at` : 'At';
  const said = kind === 'seen' ? `Seen: ${home}` : kind === 'words' ? `${who} ${home}: “${text}”` : `A photograph of ${home}`;
  return {
    id,
    at: at.toISOString(),
    kind: kind === 'seen' ? 'showing' : 'note',
    text: kind === 'photograph' && text ? `${said}: ${text}` : said,
    about: listingKey ? { kind: 'listing', id: listingKey } : null,
    isOwn: false,
  };
}

function sayEntry({ id, at, kind, text, about, personId, clientId }: TimelineEntryRow, names: Names): Happening {
  const isOwn = kind === 'note' || kind === 'call';
  const shown = Object.entries(ENTRIES).find(([, kinds]) => kinds.includes(kind))?.[0] as HappeningKind;
  return { id, at: at.toISOString(), kind: shown, text: said(), about: leadsTo(), isOwn };

  function said(): string {
    if (kind === 'fromClient') return `${names.person(personId)} wrote${about ? ` about ${names.home(about)}` : ''}: “${text}”`;
    if (kind === 'wish') return `${names.person(personId)} wishes a search changed: “${text}”`;
    if (kind === 'toClient') return `You answered ${names.person(personId)}: “${text}”`;
    if (kind === 'call') return `Called${personId ? ` ${names.person(personId)}` : ''}: ${text}`;
    if (kind === 'need') return personId ? `${text}, said ${names.person(personId)}` : text;
    return personId && kind === 'alert' ? `${text}, by ${names.person(personId)}` : text;
  }

  function leadsTo(): Happening['about'] {
    if (kind === 'need') return { kind: 'needs', id: clientId };
    if (!about) return null;
    return { kind: LEADS_TO[kind] ?? 'search', id: about };
  }
}
