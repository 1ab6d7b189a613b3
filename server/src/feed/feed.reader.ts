import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleDestroy } from '@nestjs/common';
import { ON_MARKET } from '@perambula/core';
import { DataSource, Not } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { withAdvisoryLock } from '../common/advisoryLock.js';
import { FeedCursorRow } from './feed.entity.js';
import { FeedCursors } from './feed.cursors.js';
import { FeedGuards, isMany } from './feed.guards.js';
import { FEED_LOCK, FeedSettings, nameOf } from './feed.settings.js';
import type { FeedAddress } from './feed.settings.js';
import { joinHomes, joinOpenHouses } from './joinedFields.js';
import type { FeedProgress } from './feedProgress.js';
import { followPages } from './followPages.js';
import type { Paging } from './followPages.js';
import { withSequence } from './lockSequence.js';
import { NoSuchResource } from './feed.source.js';
import type { FeedSource } from './feed.source.js';
import { endedBetween, writeOpenings } from './openings.js';
import { dialectIn, plainFeed } from './openFeed.js';
import { lastOf } from './place.js';
import type { Page, Place, Raw } from './place.js';
import { ListingPages } from './listingPages.js';
import { ListingWriter, setAside } from './listing.writer.js';
import type { Writing } from './listing.writer.js';
import type { ReportedChange } from './listingEvents.js';
import { Surroundings } from '../common/surroundings.js';
import { Steps } from '../steps/index.js';
import { readBatch } from './readRecord.js';
import { readOpenings, toldOf } from './readOthers.js';
import type { ReadListing } from './readRecord.js';

/** How long a round that another server is at is waited for, so that whoever asks has what came until now. */
const LONGEST_WAIT_S = 5;
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
  /** Until when open houses that ended were looked at; null for none since this server began. */
  private openHousesAt: Date | null = null;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly writer: ListingWriter,
    private readonly settings: FeedSettings,
    private readonly cursors: FeedCursors,
    private readonly guards: FeedGuards,
    private readonly surroundings: Surroundings,
    private readonly steps: Steps,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone' | 'countyDir' | 'feed' | 'anewAfterDays'>,
  ) {}

  async onModuleDestroy(): Promise<void> {
    if (this.address) await this.pages.end();
  }

  /**
   * @param isOnTheWay  whether a demo's clock is moved on from here: what there is in all is looked at where it arrives
   * @returns how many listings changed; 0 also when another server reads on and on
   */
  async pull(isOnTheWay = false): Promise<number> {
    try {
      const changed = await withAdvisoryLock(this.database, FEED_LOCK, LONGEST_WAIT_S, () => this.read(isOnTheWay));
      if (changed !== null) await this.tell('waiting', changed, true);
      return changed ?? 0;
    } catch (error) {
      await this.tell('waiting', 0, true);
      throw error;
    }
  }

  private async read(isOnTheWay: boolean): Promise<number> {
    if (!(await this.open())) return 0;
    const listings = await this.cursors.of(this.feed, 'Property');
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
    if (isOnTheWay) return changed;
    await this.compareKeys();
    await this.guards.guardMissing(this.feed);
    await this.guards.guardNews();
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
    return this.cursors.haveReadAll(nameOf(address));
  }

  /** The feed's own account of past changes, so that a listing's history reaches back before the first load. */
  private async readPast(): Promise<void> {
    const cursor = await this.cursors.of(this.feed, 'HistoryTransactional');
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
      ask: async (from) => {
        const now = this.clock.now();
        return { ...(await this.pages.after(from, now)), now };
      },
      write: async ({ records, rejects, gone, now }, also) => {
        await this.writer.remove(gone);
        const fresh = isNews ? await this.writer.fresh(records) : records;
        const how = firstLoad ?? { told: fresh.length > 0 ? await this.changesOf(fresh, now) : [], isNews };
        const { added, changed } = await this.writer.writePage({ records: fresh, rejects }, { ...how, also });
        return added + changed;
      },
    });
  }

  /**
   * The feed's account of what became of these listings, or null when it keeps none.
   *
   * @param now  what the listings were read by: a change that they hold already may not be left out of the account as one to come
   */
  private async changesOf(listings: readonly ReadListing[], now: number): Promise<ReportedChange[] | null> {
    const keys = [...new Set(listings.map(({ key }) => key))];
    const told: ReportedChange[] = [];
    try {
      for await (const rows of this.source.oneOf('HistoryTransactional', 'ResourceRecordKey', keys))
        told.push(...rows.flatMap((raw) => toldOf(raw, now) ?? []));
    } catch (error) {
      if (error instanceof NoSuchResource) return null;
      throw error;
    }
    return told;
  }

  private async readOpenHouses(): Promise<void> {
    const cursor = await this.cursors.of(this.feed, 'OpenHouse');
    await this.follow(cursor, this.progress.doing, cursor.firstLoadDone, {
      ask: (from) => this.rawPage('OpenHouse', 'OpenHouseKey', from),
      write: ({ raws }, also) =>
        this.database.transaction(async (manager) => {
          const { openings, rejects } = readOpenings(raws, this.clock.now());
          await setAside(manager, rejects, this.clock.date());
          await writeOpenings(manager, openings);
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

  /** What no record holds by itself: once for all listings, and for open houses whenever one has ended. */
  private async join(): Promise<void> {
    const cursor = await this.cursors.of(this.feed, 'Joined');
    const now = this.clock.date();
    if (!cursor.firstLoadDone) {
      await this.tell('joining the listings of each home', 0, true);
      await this.database.transaction(async (manager) => {
        await withSequence(manager, (sequence) => joinHomes(manager, sequence, this.config.anewAfterDays, null));
        await manager.save(FeedCursorRow, { ...cursor, firstLoadDone: true });
      });
    }
    const ended = this.openHousesAt && (await endedBetween(this.database.manager, this.openHousesAt, now));
    if (ended?.length !== 0)
      await this.database.transaction((manager) =>
        withSequence(manager, (sequence) => joinOpenHouses(manager, sequence, now, ended)),
      );
    this.openHousesAt = now;
  }

  /** Once a day of the county, and after the first load: which listings the feed no longer has, and which are not here. */
  private async compareKeys(): Promise<void> {
    const cursor = await this.cursors.of(this.feed, 'Comparison');
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
    if (await this.guards.mayTakeOut(this.feed, gone.length, stored.size)) await this.writer.remove(gone);
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
      const now = this.clock.now();
      const batch = readBatch(page, this.surroundings, now);
      await this.writer.remove(batch.gone);
      await this.writer.writePage(batch, { told: await this.changesOf(batch.records, now), isNews: true });
    }
  }

  private async rawPage(resource: string, key: string, from: Place): Promise<Page & { readonly raws: readonly Raw[] }> {
    const raws = await this.source.after(resource, key, from);
    return { raws, size: raws.length, last: lastOf(raws, key, this.clock.now()) };
  }

  private follow<P extends Page>(
    cursor: FeedCursorRow,
    doing: FeedProgress['doing'],
    again: boolean,
    paging: Omit<Paging<P>, 'tell'>,
  ): Promise<number> {
    return followPages(cursor, again, { ...paging, tell: (more) => this.tell(doing, more) });
  }

  private async tell(doing: FeedProgress['doing'], more: number, always = false): Promise<void> {
    const read = this.progress.doing === doing ? this.progress.read + more : more;
    this.progress = { doing, read };
    await this.steps.tell('feed', this.progress, always);
  }
}
