import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleDestroy } from '@nestjs/common';
import { ON_MARKET } from '@perambula/core';
import { DataSource, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { insertRows } from '../common/insertRows.js';
import { withAdvisoryLock } from '../common/advisoryLock.js';
import { FeedCursorRow, FeedMissingRow } from './feed.entity.js';
import { FEED_LOCK, FeedSettings, nameOf } from './feed.settings.js';
import type { FeedAddress } from './feed.settings.js';
import { joinHomes, joinOpenHouses } from './joinedFields.js';
import { withSequence } from './lockSequence.js';
import { NoSuchResource } from './feed.source.js';
import type { FeedSource } from './feed.source.js';
import { dialectIn, plainFeed } from './openFeed.js';
import { lastOf, later } from './place.js';
import type { Page, Place, Raw } from './place.js';
import { ListingPages } from './listingPages.js';
import { ListingWriter, setAside } from './listing.writer.js';
import type { ReportedChange, Writing } from './listing.writer.js';
import { Surroundings } from '../common/surroundings.js';
import { Steps } from '../steps/index.js';
import { readBatch } from './readRecord.js';
import { readOpenings, toldOf } from './readOthers.js';
import type { ReadListing } from './readRecord.js';

const BEGINNING = '1970-01-01T00:00:00.000Z';
/** Records may come into a feed some while after the moment they bear. */
const LATE_MS = 10 * 60_000;
/** How long a round that another server is at is waited for, so that whoever asks has what came until now. */
const LONGEST_WAIT_S = 5;
/** Nothing new for longer than this may be worth a word; it is where it is also much longer than usual. */
const QUIET_MS = 24 * 3_600_000;
const MUCH_LONGER = 3;
const CHANGES_LOOKED_AT = 500;
const FEWEST_CHANGES = 50;
/** More than so many listings, and more than this share of all, are not taken out before somebody agrees. */
const MANY_MISSING = { listings: 200, share: 0.05 };

/** How the pages of a resource come, and how one is written. */
interface Paging<P extends Page> {
  readonly ask: (from: Place) => Promise<P>;
  readonly write: (page: P, also: (manager: EntityManager) => Promise<unknown>) => Promise<number>;
}

/** What the reader is doing, for whoever watches. */
export interface FeedProgress {
  readonly doing:
    | 'waiting'
    | 'reading the market'
    | 'reading past changes'
    | 'first load'
    | 'reading changes'
    | 'joining the listings of each home'
    | 'comparing';
  readonly read: number;
}

/**
 * Reads listings from a RESO Web API: its account of the past, all listings once, then what was modified since. It can
 * stop anywhere and goes on where it was; a record that comes again or late changes nothing twice.
 */
@Injectable()
export class FeedReader implements OnModuleDestroy {
  private progress: FeedProgress = { doing: 'waiting', read: 0 };
  /** The feed that is open, null before the first round. */
  private address: FeedAddress | null = null;
  private source: FeedSource;
  private pages: ListingPages;
  /** The minute that open houses were last looked at, ISO 8601. */
  private openHousesAt = '';

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly writer: ListingWriter,
    private readonly settings: FeedSettings,
    private readonly surroundings: Surroundings,
    private readonly steps: Steps,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone' | 'countyDir' | 'feed'>,
  ) {}

  async onModuleDestroy(): Promise<void> {
    if (this.address) await this.pages.end();
  }

  /** @returns how many listings changed; 0 also when another server reads on and on */
  async pull(): Promise<number> {
    try {
      const changed = await withAdvisoryLock(this.database, FEED_LOCK, LONGEST_WAIT_S, () => this.read());
      if (changed !== null) await this.tell('waiting', changed, true);
      return changed ?? 0;
    } catch (error) {
      await this.tell('waiting', 0, true);
      throw error;
    }
  }

  private async read(): Promise<number> {
    if (!(await this.open())) return 0;
    const listings = await this.cursor('Property');
    const isFirst = !listings.firstLoadDone;
    const firstLoad = isFirst ? await this.firstLoad() : null;
    if (firstLoad) {
      await this.readMarket(firstLoad);
      await this.readPast();
    }
    const changed = await this.readListings(listings, firstLoad);
    // what happened while the listings were read
    if (isFirst) await this.readPast();
    await this.readOpenHouses();
    await this.join();
    await this.compareKeys();
    await this.guardMissing();
    await this.guardNews();
    return changed;
  }

  /** What the feed that is open is kept under. */
  private get feed(): string {
    return nameOf(this.address as FeedAddress);
  }

  /** How a first load is written: what another feed told before, and this one tells differently, is news. */
  private async firstLoad(): Promise<Writing> {
    const others = { feed: Not(this.feed), resource: 'Property', firstLoadDone: true };
    const isAnother = await this.database.getRepository(FeedCursorRow).existsBy(others);
    return isAnother ? { told: null, isNews: false, knownIsNews: true } : { told: [], isNews: false };
  }

  /** Turns to the feed that the settings name; false where they name none. */
  private async open(): Promise<boolean> {
    const address = await this.settings.current();
    if (!address) return false;
    if (isDeepStrictEqual(address, this.address)) return true;
    const { internalHosts } = this.config.feed;
    const plain = plainFeed(address, internalHosts);
    const dialect = await dialectIn(plain, address.names);
    if (this.address) await this.pages.end();
    this.source = plain.in(dialect);
    this.pages = new ListingPages({ ...address, dialect, countyDir: this.config.countyDir, internalHosts });
    this.address = address;
    return true;
  }

  /** What is on the market now, so that work can begin before 25 years have been read. */
  private async readMarket(firstLoad: Writing): Promise<void> {
    for await (const page of this.source.oneOf('Property', 'StandardStatus', [...ON_MARKET])) {
      await this.writer.write(readBatch(page, this.surroundings, this.clock.now()), firstLoad);
      await this.tell('reading the market', page.length);
    }
  }

  /** Whether everything that the feed held was read once, and joined; comparing what is there comes last. */
  async hasReadAll(): Promise<boolean> {
    const address = await this.settings.current();
    if (!address) return true;
    const feed = nameOf(address);
    const [listings, joined, compared] = await Promise.all([
      this.cursor('Property', feed),
      this.cursor('Joined', feed),
      this.cursor('Comparison', feed),
    ]);
    return listings.firstLoadDone && joined.firstLoadDone && compared.modifiedAt !== BEGINNING;
  }

  /** The feed's own account of past changes, so that a listing's history reaches back before the first load. */
  private async readPast(): Promise<void> {
    const cursor = await this.cursor('HistoryTransactional');
    await this.follow(cursor, 'reading past changes', cursor.firstLoadDone, {
      ask: (from) => this.rawPage('HistoryTransactional', 'HistoryTransactionalKey', from),
      write: async ({ raws }, also) => {
        await this.writer.writePast(
          raws.flatMap((raw) => toldOf(raw, this.clock.now()) ?? []),
          also,
        );
        return 0;
      },
    });
  }

  private async readListings(cursor: FeedCursorRow, firstLoad: Writing | null): Promise<number> {
    const isNews = cursor.firstLoadDone;
    const news = isNews ? 'reading changes' : 'first load';
    return this.follow(cursor, news, isNews, {
      ask: (from) => this.pages.after(from, this.clock.now()),
      write: async ({ records, rejects, gone }, also) => {
        await this.writer.remove(gone);
        const fresh = isNews ? await this.writer.fresh(records) : records;
        const how = firstLoad ?? { told: fresh.length > 0 ? await this.changesOf(fresh) : [], isNews };
        const { added, changed } = await this.writer.writePage({ records: fresh, rejects }, { ...how, also });
        return added + changed;
      },
    });
  }

  /** The feed's account of what became of these listings, or null when it keeps none. */
  private async changesOf(listings: readonly ReadListing[]): Promise<ReportedChange[] | null> {
    const keys = [...new Set(listings.map(({ key }) => key))];
    const told: ReportedChange[] = [];
    try {
      for await (const rows of this.source.oneOf('HistoryTransactional', 'ResourceRecordKey', keys))
        told.push(...rows.flatMap((raw) => toldOf(raw, this.clock.now()) ?? []));
    } catch (error) {
      if (error instanceof NoSuchResource) return null;
      throw error;
    }
    return told;
  }

  private async readOpenHouses(): Promise<void> {
    const cursor = await this.cursor('OpenHouse');
    await this.follow(cursor, this.progress.doing, cursor.firstLoadDone, {
      ask: (from) => this.rawPage('OpenHouse', 'OpenHouseKey', from),
      write: ({ raws }, also) =>
        this.database.transaction(async (manager) => {
          const { openings, rejects } = readOpenings(raws, this.clock.now());
          await setAside(manager, rejects, this.clock.date());
          await insertRows(
            manager,
            'INSERT INTO open_houses (openHouseKey, listingKey, startsAt, endsAt, status, modifiedAt)',
            openings.map(({ key, listingKey, startsAt, endsAt, status, modifiedAt }) => [
              key,
              listingKey,
              startsAt,
              endsAt,
              status,
              modifiedAt,
            ]),
            `ON DUPLICATE KEY UPDATE startsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(startsAt), startsAt),
               endsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(endsAt), endsAt),
               status = IF(VALUES(modifiedAt) > modifiedAt, VALUES(status), status),
               modifiedAt = GREATEST(modifiedAt, VALUES(modifiedAt))`,
          );
          // a first load is joined at its end, all at once
          if (cursor.firstLoadDone) {
            const keys = new Set(openings.map(({ listingKey }) => listingKey));
            await withSequence(manager, (sequence) => joinOpenHouses(manager, sequence, this.clock.date(), [...keys]));
          }
          await also(manager);
          return raws.length;
        }),
    });
  }

  /** What no record holds by itself: once for all parcels, and for open houses whenever one may have passed. */
  private async join(): Promise<void> {
    const cursor = await this.cursor('Joined');
    const now = this.clock.date();
    if (!cursor.firstLoadDone) {
      await this.tell('joining the listings of each home', 0, true);
      await this.database.transaction(async (manager) => {
        await withSequence(manager, (sequence) => joinHomes(manager, sequence, null));
        await manager.save(FeedCursorRow, { ...cursor, firstLoadDone: true });
      });
    }
    const minute = now.toISOString().slice(0, 16);
    if (minute === this.openHousesAt) return;
    await this.database.transaction((manager) =>
      withSequence(manager, (sequence) => joinOpenHouses(manager, sequence, now, null)),
    );
    this.openHousesAt = minute;
  }

  /** Once a day of the county, and after the first load: which listings the feed no longer has, and which are not here. */
  private async compareKeys(): Promise<void> {
    const cursor = await this.cursor('Comparison');
    const today = new Intl.DateTimeFormat('en-CA', { timeZone: this.config.zone }).format(this.clock.date());
    if (cursor.modifiedAt === today) return;
    await this.tell('comparing', 0, true);
    const rows = await this.database.query<{ listingKey: string }[]>(
      "SELECT listingKey FROM listings WHERE removed = 0 AND source = 'feed'",
    );
    const stored = new Set(rows.map(({ listingKey }) => listingKey));
    let there: Set<string>;
    let gone: string[];
    let times = 0;
    // an answer that was wrong is seldom so three times
    do {
      there = await this.keysThere();
      gone = [...stored].filter((key) => !there.has(key));
    } while (isMany(gone.length, stored.size) && ++times < 3);
    if (await this.mayTakeOut(gone.length, stored.size)) await this.writer.remove(gone);
    await this.readByKey([...there].filter((key) => !stored.has(key)));
    await this.database.getRepository(FeedCursorRow).save({ ...cursor, modifiedAt: today });
  }

  /** The keys of all listings that the feed has. */
  private async keysThere(): Promise<Set<string>> {
    const there = new Set<string>();
    for await (const page of this.source.all('Property', 'ListingKey'))
      for (const { ListingKey: key } of page) if (typeof key === 'string') there.add(key);
    return there;
  }

  /** Reads what the feed has and no page brought: it came too late for that, or was taken out here. */
  private async readByKey(keys: readonly string[]): Promise<void> {
    for await (const page of this.source.oneOf('Property', 'ListingKey', keys)) {
      const batch = readBatch(page, this.surroundings, this.clock.now());
      await this.writer.remove(batch.gone);
      await this.writer.writePage(batch, { told: await this.changesOf(batch.records), isNews: true });
    }
  }

  /** A feed that has lost many listings at once has more likely lost its way: they stay until somebody agrees. */
  private async mayTakeOut(missing: number, stored: number): Promise<boolean> {
    const { feed } = this;
    const kept = this.database.getRepository(FeedMissingRow);
    const agreed = (await kept.findOneBy({ feed }))?.agreed ?? 0;
    await kept.delete({ feed });
    if (missing <= agreed || !isMany(missing, stored)) return true;
    await kept.insert({ feed, missing, stored, foundAt: this.clock.date(), agreed: 0 });
    return false;
  }

  private async guardMissing(): Promise<void> {
    const row = await this.database.getRepository(FeedMissingRow).findOneBy({ feed: this.feed, agreed: 0 });
    if (!row) return;
    const number = (value: number): string => value.toLocaleString('en-US');
    throw new Error(
      `The feed no longer has ${number(row.missing)} of ${number(row.stored)} listings. They are kept until an administrator agrees that they are taken out.`,
    );
  }

  /** Says so when nothing new has come for much longer than usual: a feed that answers and tells nothing is no feed. */
  private async guardNews(): Promise<void> {
    const now = this.clock.date();
    const rows = await this.database.query<{ modifiedAt: Date }[]>(
      "SELECT modifiedAt FROM listings WHERE source = 'feed' AND modifiedAt <= ? ORDER BY modifiedAt DESC LIMIT ?",
      [now, CHANGES_LOOKED_AT],
    );
    const moments = rows.map(({ modifiedAt }) => modifiedAt.getTime());
    const [latest] = moments;
    if (latest === undefined || moments.length < FEWEST_CHANGES) return;
    const quiet = now.getTime() - latest;
    const longest = Math.max(...moments.slice(1).map((moment, i) => (moments[i] as number) - moment));
    if (quiet <= Math.max(QUIET_MS, MUCH_LONGER * longest)) return;
    const hours = (ms: number): string => `${Math.round(ms / 3_600_000)} hours`;
    throw new Error(
      `Nothing new has come from the feed for ${hours(quiet)}; the longest that it was quiet lately is ${hours(longest)}.`,
    );
  }

  private async rawPage(resource: string, key: string, from: Place): Promise<Page & { readonly raws: readonly Raw[] }> {
    const raws = await this.source.after(resource, key, from);
    return { raws, size: raws.length, last: lastOf(raws, key, this.clock.now()) };
  }

  /**
   * Reads a resource from its cursor on, page after page; the cursor moves in the transaction that writes a page, and
   * the next page is asked for meanwhile. Once all was read, each round begins a little earlier, for what came late.
   */
  private async follow<P extends Page>(
    cursor: FeedCursorRow,
    doing: FeedProgress['doing'],
    again: boolean,
    { ask, write }: Paging<P>,
  ): Promise<number> {
    let changed = 0;
    let from = again ? { at: earlier(cursor.modifiedAt), key: '' } : { at: cursor.modifiedAt, key: cursor.lastKey };
    let next = ask(from);
    for (;;) {
      let page: P;
      try {
        page = await next;
      } catch (error) {
        if (error instanceof NoSuchResource) return changed;
        throw error;
      }
      const before = from;
      if (page.last) from = later(page.last, from);
      // where nothing leads further on, the same page would come again
      const done = page.size === 0 || from === before;
      if (page.size === 0 && cursor.firstLoadDone) return changed;
      if (!done) next = ask(from);
      next.catch(() => undefined);
      if (later(from, { at: cursor.modifiedAt, key: cursor.lastKey }) === from)
        Object.assign(cursor, { modifiedAt: from.at, lastKey: from.key });
      cursor.firstLoadDone ||= done;
      changed += await write(page, (manager) => manager.save(FeedCursorRow, cursor));
      await this.tell(doing, page.size);
      if (done) return changed;
    }
  }

  private async tell(doing: FeedProgress['doing'], more: number, always = false): Promise<void> {
    const read = this.progress.doing === doing ? this.progress.read + more : more;
    this.progress = { doing, read };
    await this.steps.tell('feed', this.progress, always);
  }

  private async cursor(resource: string, feed = this.feed): Promise<FeedCursorRow> {
    const cursors = this.database.getRepository(FeedCursorRow);
    return (
      (await cursors.findOneBy({ feed, resource })) ??
      cursors.create({ feed, resource, modifiedAt: BEGINNING, lastKey: '', firstLoadDone: false })
    );
  }
}

/** Whether so many listings missing of all stored are too many to be taken out unasked. */
function isMany(missing: number, stored: number): boolean {
  return missing > Math.max(MANY_MISSING.listings, MANY_MISSING.share * stored);
}

function earlier(at: string): string {
  return new Date(Math.max(0, Date.parse(at) - LATE_MS)).toISOString();
}
