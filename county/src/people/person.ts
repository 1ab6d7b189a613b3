import { DAY } from '../lives.js';
import { randomOf } from '../random.js';
import { Door } from './door.js';
import type { CountyPerson } from './households.js';
import { opinionOf } from './wishes.js';
import type { SeenHome } from './wishes.js';

const HOUR = 3_600_000;
/** Homes that somebody looks at in one visit. */
const MOST_AT_A_TIME = 6;
/** Of homes that are nothing for them, those that they open all the same. */
const OPENED_ALL_THE_SAME = 0.3;
/** Of homes seen before and not judged yet, those that they look at again. */
const SEEN_AGAIN = 0.25;
const WISHES = ['Saturday morning?', 'any evening after five', 'this weekend, if it can be', 'Thursday after four'] as const;

const QUESTIONS = [
  'Is the cellar dry?',
  'How old is the roof, do you know?',
  'What do they pay for heating in a winter?',
  'Would they come down a little, do you think?',
  'Is there room for a desk in the smallest bedroom?',
  'How loud is the road in the morning?',
] as const;

/** What a home turns out to be when one stands in it; by then some like it less. */
const SEEN_OTHERWISE = ['darker than it looks', 'the road is louder than I thought', 'the rooms are small'] as const;
const SEEN_SO = ['even better than the pictures', 'we could live here', 'the light is lovely'] as const;
const DISAPPOINTS = 0.4;

/** What a portal says, as far as people go by it. */
interface SeenPortal {
  readonly countsVisits: boolean;
  readonly sharesReactions: boolean;
  readonly searches: readonly { readonly id: string; readonly cadence: string; readonly state: string }[];
  readonly homes: readonly {
    readonly listingKey: string;
    /** Told since they came last. */
    readonly isNew: boolean;
    readonly reaction: { readonly verdict: string; readonly at: string } | null;
    readonly showing: { readonly state: string; readonly startAt: string | null } | null;
  }[];
}

interface SeenCard {
  readonly listing: SeenHome & { readonly ListingKey: string };
}

/** A message as it lies in somebody's mailbox. */
export interface Letter {
  /** When it came, milliseconds since 1970 UTC. */
  readonly at: number;
  readonly text: string;
}

/** What is remembered of somebody from one start to the next. */
export interface Memory {
  /** Acts to come, by their time. */
  plans: { at: number; what: 'come' | 'confirm' | 'look' | 'stop' | 'return'; token: string }[];
  firstAt: number | null;
  /** The link that they came in by last, and the home that they liked last. */
  link: string | null;
  favourite: string | null;
  /** Whether they have said how they would have their search. */
  hasWished?: boolean;
  /** Whether they have come to an agent’s page, or plan to. */
  hasCome?: boolean;
}

/** Somebody who reads their mail, follows its links, and says what they think, by what they are shown and nothing else. */
export class Person {
  private readonly door: Door;
  private asksFor: object | null = null;

  constructor(
    readonly who: CountyPerson,
    origin: string,
    private readonly seed: number,
    readonly memory: Memory = { plans: [], firstAt: null, link: null, favourite: null },
  ) {
    this.door = new Door(origin);
  }

  /** A message came; what they will do about it is decided now, and done when they get to it. */
  receive({ at, text }: Letter): void {
    const { temper } = this.who;
    this.memory.firstAt ??= at;
    const day = (at - this.memory.firstAt) / DAY;
    const [, confirm] = /\/confirm\/([\w-]+)/.exec(text) ?? [];
    const [, portal] = /\/p\/([\w-]+)/.exec(text) ?? [];
    const [, stop] = /\/stop\/([\w-]+)/.exec(text) ?? [];
    const random = randomOf(this.seed, 71, Math.floor(at / HOUR));
    const opens = random.chance(temper.opens);
    const when = waking(at + (temper.opensAfter[0] + random.unit() * (temper.opensAfter[1] - temper.opensAfter[0])) * HOUR);
    if (temper.quietFrom !== undefined && day >= temper.quietFrom) return;
    if (confirm !== undefined) {
      if (!temper.neverConfirms) this.plan(when, 'confirm', confirm);
    } else if (stop !== undefined && temper.stopsOn !== undefined && day >= temper.stopsOn) this.plan(when, 'stop', stop);
    else if (portal !== undefined && opens) this.plan(when, 'look', portal);
  }

  /** When they do something next, milliseconds since 1970 UTC; Infinity for nothing planned. */
  get next(): number {
    return this.memory.plans[0]?.at ?? Infinity;
  }

  /** Does what is planned next. */
  async act(): Promise<void> {
    const plan = this.memory.plans[0];
    if (!plan) return;
    if (plan.what === 'come') await this.come(plan.token);
    else if (plan.what === 'confirm') await this.door.ask('POST', 'confirm', { token: plan.token });
    else if (plan.what === 'stop') await this.door.ask('POST', 'stop', { token: plan.token });
    else await this.look(plan.token, plan.at, plan.what === 'return');
    // done only now, so that it is tried again where the application could not be reached
    this.memory.plans = this.memory.plans.filter((each) => each !== plan);
  }

  /** They will come to an agent’s page and ask there for the homes of a search, unless they have. */
  comes(at: number, page: string, search: object): void {
    this.asksFor = search;
    if (this.memory.hasCome) return;
    this.memory.hasCome = true;
    this.plan(at, 'come', page);
  }

  /** At an agent’s page they say what they look for, see some of it, and ask to hear of more. */
  private async come(page: string): Promise<void> {
    const { name, email } = this.who;
    const search = this.asksFor;
    await this.door.ask('GET', `visitors/${page}`);
    await this.door.ask('POST', `visitors/${page}/homes`, { search });
    await this.door.ask('POST', `visitors/${page}/requests`, { name, email, search, cadence: 'eachMorning' });
  }

  /** What is planned next is done at another time. */
  putOff(until: number): void {
    const [plan, ...later] = this.memory.plans;
    if (plan) this.memory.plans = [{ ...plan, at: until }, ...later].sort((a, b) => a.at - b.at);
  }

  private plan(at: number, what: Memory['plans'][number]['what'], token: string): void {
    this.memory.plans.push({ at, what, token });
    this.memory.plans.sort((a, b) => a.at - b.at);
  }

  /** A visit to the portal: what is new to them is looked at, and said something of. */
  private async look(token: string, at: number, returns: boolean): Promise<void> {
    const { temper } = this.who;
    if (this.memory.link !== token && !(await this.door.ask('POST', 'portal/session', { token }))) return;
    this.memory.link = token;
    const portal = await this.door.ask<SeenPortal>('GET', 'portal');
    if (!portal) return;
    if (temper.uncounted && portal.countsVisits) await this.door.ask('PUT', 'portal/visits', { counted: false });
    if (temper.shares && !portal.sharesReactions) await this.door.ask('PUT', 'portal/sharing', { shared: true });
    if (temper.weeklyFrom !== undefined && at - (this.memory.firstAt ?? at) >= temper.weeklyFrom * DAY)
      for (const { id, cadence, state } of portal.searches)
        if (state === 'running' && cadence !== 'weekly')
          await this.door.ask('PATCH', `portal/searches/${id}/alert`, { cadence: 'weekly' });
    await this.wish(portal, at);
    await this.sayAfter(portal, at);
    const fresh = returns
      ? portal.homes.filter(({ listingKey }) => listingKey === this.memory.favourite)
      : portal.homes.filter((home) => home.reaction === null && this.looksAt(home, at)).slice(0, MOST_AT_A_TIME);
    const keys = fresh.map(({ listingKey }) => listingKey);
    const cards = keys.length > 0 ? await this.door.ask<SeenCard[]>('GET', `portal/homes?keys=${keys.join(',')}`) : [];
    const asked = new Set(fresh.flatMap(({ listingKey, showing }) => (showing ? listingKey : [])));
    const liked = await Promise.all((cards ?? []).map(({ listing }) => this.consider(listing, asked, returns)));
    this.memory.favourite = liked.findLast((key) => key !== null) ?? this.memory.favourite;
    if (temper.returns && this.memory.favourite !== null && randomOf(this.seed, 73, Math.floor(at / HOUR)).chance(0.6))
      this.plan(waking(at + DAY), 'return', token);
  }

  /** Of the homes that they saw with their agent they say, once, what they think now. */
  private async sayAfter({ homes }: SeenPortal, at: number): Promise<void> {
    for (const { listingKey, showing, reaction } of homes) {
      const startAt = showing?.state === 'confirmed' ? Date.parse(showing.startAt ?? '') : Infinity;
      if (!(startAt < at - HOUR) || (reaction && Date.parse(reaction.at) >= startAt)) continue;
      const random = randomOf(this.seed, 97, Number(listingKey.replace(/\D/g, '')));
      const [verdict, notes] = random.chance(DISAPPOINTS) ? ['notForUs', SEEN_OTHERWISE] : ['like', SEEN_SO];
      const note = random.chance(this.who.temper.writes) ? random.pick(notes) : '';
      await this.door.ask('PUT', `portal/homes/${listingKey}/reaction`, { verdict, note });
    }
  }

  /** They say once how they would have their search, after a look at what that would do. */
  private async wish({ searches }: SeenPortal, at: number): Promise<void> {
    const { wouldChange } = this.who;
    const [search] = searches;
    if (!wouldChange || !search || this.memory.hasWished || at - (this.memory.firstAt ?? at) < wouldChange.from * DAY) return;
    const { text, wish, widens } = wouldChange;
    await this.door.ask('POST', `portal/searches/${search.id}/wish`, { wish, widens });
    await this.door.ask('POST', `portal/searches/${search.id}/proposals`, { text, wish, widens });
    this.memory.hasWished = true;
  }

  /** What is new to them they look at; of what is not, now and then one. */
  private looksAt({ listingKey, isNew }: SeenPortal['homes'][number], at: number): boolean {
    return isNew || randomOf(this.seed, 83, Number(listingKey.replace(/\D/g, '')), Math.floor(at / DAY)).chance(SEEN_AGAIN);
  }

  /**
   * Looks at a home; gives its key where it is liked.
   *
   * @param asked  the homes that they have asked to see
   */
  private async consider(listing: SeenCard['listing'], asked: ReadonlySet<string>, returns: boolean): Promise<string | null> {
    const { temper, wishes } = this.who;
    const key = listing.ListingKey;
    const home = `portal/homes/${key}`;
    // of a home they think the same whenever they come to it
    const random = randomOf(this.seed, 79, Number(key.replace(/\D/g, '')));
    const { verdict, note } = opinionOf(listing, wishes, random);
    // what is not theirs they mostly pass by
    if (returns || verdict !== 'notForUs' || random.chance(OPENED_ALL_THE_SAME)) await this.door.ask('POST', `${home}/visit`);
    if (returns || !random.chance(temper.says)) return null;
    await this.door.ask('PUT', `${home}/reaction`, { verdict, note: random.chance(temper.writes) ? note : '' });
    if (verdict !== 'like') return null;
    if (!asked.has(key) && random.chance(temper.asks))
      await this.door.ask('POST', `${home}/showing`, { wish: random.pick(WISHES) });
    if (random.chance(temper.wonders))
      await this.door.ask('POST', 'portal/written', { text: random.pick(QUESTIONS), listingKey: key });
    return key;
  }
}

/** The same moment where people are awake, or else half past seven on the next morning, by the county's winter time. */
function waking(at: number): number {
  const hour = new Date(at - 5 * HOUR).getUTCHours();
  if (hour >= 7 && hour < 22) return at;
  const day = Math.floor((at - 5 * HOUR) / DAY) + (hour >= 22 ? 1 : 0);
  return day * DAY + 12.5 * HOUR;
}
