import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { simpleParser } from 'mailparser';
import { DAY } from '../lives.js';
import { DeskAgent } from './agents.js';
import { HOUSEHOLDS } from './households.js';
import { Person } from './person.js';
import type { Memory } from './person.js';

const SEED = 7;
/** Acts of one person at one time, at most: one that cannot be done is not tried for ever. */
const MOST_ACTS = 500;
/** The page of the agent who has one. */
const PAGE = 'juno-albright';
/** They read a letter's plain part. */
const PLAIN = { skipHtmlToText: true, skipTextToHtml: true, skipTextLinks: true, skipImageLinks: true } as const;
const TRIED_AGAIN_AFTER_MS = 30 * 60_000;

interface Settings {
  /** The application's address. */
  readonly origin: string;
  /** File in which they are remembered. */
  readonly file: string;
  /** Until when the agents' part is played, milliseconds since 1970 UTC, and by which password. */
  readonly agentsUntil: number;
  readonly password: string;
}

/** The county's people: they get mail, and live on as far as they are told the time. */
export class People {
  private readonly people: readonly Person[];
  private readonly agents: readonly DeskAgent[];
  private living: Promise<void> = Promise.resolve();
  private now = 0;
  /** Whether anything has happened that is not kept yet. */
  private isFresh = false;

  constructor(private readonly settings: Settings) {
    const { origin, file, agentsUntil, password } = settings;
    const kept = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Record<string, Memory>) : {};
    this.people = HOUSEHOLDS.flatMap(({ people }) => people).map(
      (who, i) => new Person(who, origin, SEED * 1000 + i, kept[who.email]),
    );
    for (const { people, cameBefore, comesByPage, search } of HOUSEHOLDS) {
      const at = agentsUntil - cameBefore * DAY;
      if (comesByPage && search && at > 0) this.personAt(people[0]?.email ?? '')?.comes(at, PAGE, search.document);
    }
    this.agents = (['juno', 'silas'] as const).map(
      (name) => new DeskAgent(name, agentsUntil, { email: `${name}@wayfarer.example`, password }, origin),
    );
  }

  /** Whether a mailbox is full. */
  isFull(address: string): boolean {
    const person = this.personAt(address);
    const { firstAt } = person?.memory ?? {};
    const from = person?.who.mailboxFullFrom;
    return from !== undefined && firstAt != null && this.now > firstAt + from * DAY;
  }

  async receive(raw: Buffer, recipients: readonly string[]): Promise<void> {
    const readers = recipients.flatMap((address) => this.personAt(address) ?? []);
    if (readers.length === 0) return;
    const { text = '', date } = await simpleParser(raw, PLAIN);
    for (const reader of readers) reader.receive({ at: date?.getTime() ?? this.now, text });
    this.isFresh = true;
  }

  /** They live on until a moment, one act after the other in the order of their times. */
  live(now: number): Promise<void> {
    this.living = this.living.catch(() => undefined).then(() => this.liveOn(now));
    return this.living;
  }

  /** When somebody does something next, milliseconds since 1970 UTC; null where nobody plans anything. */
  get next(): number | null {
    const { agentsUntil } = this.settings;
    const acts = [
      ...this.people.map((person) => person.next),
      ...(this.now < agentsUntil ? this.agents.map((agent) => agent.next) : []),
    ];
    const next = Math.min(...acts);
    return Number.isFinite(next) ? next : null;
  }

  private async liveOn(now: number): Promise<void> {
    this.now = now;
    const failures: unknown[] = [];
    for (let acts = 0; acts < MOST_ACTS; acts++) {
      const [first] = [...this.people].sort((a, b) => a.next - b.next);
      if (!first || first.next > now) break;
      // what one cannot do keeps no other from living
      await first.act().catch((error: unknown) => {
        failures.push(error);
        first.putOff(now + TRIED_AGAIN_AFTER_MS);
      });
      this.isFresh = true;
    }
    if (now < this.settings.agentsUntil)
      await Promise.all(this.agents.map((agent) => agent.work(now).catch((error: unknown) => failures.push(error))));
    if (this.isFresh) this.keep();
    if (failures.length > 0) throw failures[0];
  }

  private personAt(address: string): Person | undefined {
    return this.people.find(({ who }) => who.email === address.toLowerCase());
  }

  /** Written aside and renamed, so that it is never half there. */
  private keep(): void {
    const { file } = this.settings;
    const memories = Object.fromEntries(this.people.map(({ who, memory }) => [who.email, memory]));
    writeFileSync(`${file}.part`, JSON.stringify(memories), { mode: 0o600 });
    renameSync(`${file}.part`, file);
    this.isFresh = false;
  }
}
