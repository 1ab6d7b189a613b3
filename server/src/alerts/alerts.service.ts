import { Inject, Injectable } from '@nestjs/common';
import type { AlertPreview, AlertSettings, AlertState } from '@perambula/contract';
import { addressShown, CADENCE_LABEL, fits, forAudience, mayShow, nextDue, tellableOf } from '@perambula/core';
import type { Cadence, ListingRecord } from '@perambula/core';
import { DataSource, In, IsNull, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientRow, ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { clean, renderLetter } from '../mail/index.js';
import { CountyContext } from '../roads/index.js';
import { AlertRow, alertState } from '../schedules/index.js';
import { SavedSearches, SearchRow } from '../searches/index.js';
import type { AgentRow } from '../sessions/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { AlertItemRow, NOT_TOLD, WAS_TOLD } from './alert.entity.js';
import { Digests, firstWhy, freshestFirst, subjectOf, valuesOf } from './digests.js';
import type { DigestItem } from './digests.js';
import { Forecasts } from './forecasts.js';
import { insertOnce } from './matcher.js';
import { whyOf } from './whyOf.js';

/** A later message is shown with news of so many days. */
const LATE_DAYS = 60;
/** A later message tells about so many homes. */
const HOMES_OF_LATER = 2;

@Injectable()
export class AlertsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly clients: ClientsService,
    private readonly searches: SavedSearches,
    private readonly listings: ListingsService,
    private readonly digests: Digests,
    private readonly forecasts: Forecasts,
    private readonly entries: TimelineEntries,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** To whom and with what subject the first message would go, and what the past sixty days would have sent. */
  async preview(agent: AgentRow, searchId: string, settings: AlertSettings): Promise<AlertPreview> {
    const search = await this.searches.own(agent.id, searchId);
    const fit = this.fitting(search, await this.listings.inReach([search.document]));
    const told = this.told(fit);
    return {
      forecast: await this.forecasts.before(this.clock.now(), search, settings),
      to: search.clientId ? await this.clients.addressees(search.clientId) : [],
      subject: subjectOf({ subject: settings.subject, introduced: false }, await this.valuesOf(search, told), told),
      homes: told.length,
      keptOff: fit.length - told.length,
    };
  }

  /** The first message as it would arrive now, or a later one with the latest news there was, in both its parts. */
  async letter(agent: AgentRow, searchId: string, greeting: string, isLater: boolean): Promise<{ html: string; text: string }> {
    const search = await this.searches.own(agent.id, searchId);
    const fitting = this.fitting(search, await this.listings.inReach([search.document]));
    const told = isLater ? await this.lately(fitting) : this.told(fitting);
    const { publicUrl } = this.config;
    const [portal, stop] = [`${publicUrl}/p/preview`, `${publicUrl}/stop/preview`];
    const letter = this.digests.letter({ greeting }, await this.valuesOf(search, told), agent, told, portal, stop);
    const { html, text } = await renderLetter(letter);
    return { html: clean(html), text };
  }

  /** What is filled in for the first of a search's household. */
  private async valuesOf({ clientId, name }: SearchRow, told: readonly DigestItem[]): Promise<ReturnType<typeof valuesOf>> {
    const [reader] = clientId ? await this.clients.peopleOf([clientId]) : [];
    return valuesOf(reader?.name ?? 'there', name, told);
  }

  /** Of homes that fit, those of which there was news last, as a later message tells it. */
  private async lately(fitting: readonly ListingRecord[]): Promise<DigestItem[]> {
    const records = new Map(fitting.filter((record) => mayShow(record, 'message')).map((record) => [record.ListingKey, record]));
    const changes = await this.listings.changesFrom(new Date(this.clock.now() - LATE_DAYS * 86_400_000), true);
    const homes = new Map<string, DigestItem>();
    for (const change of changes.toSorted((a, b) => b.at - a.at)) {
      const [kind, record] = [tellableOf(change), records.get(change.ListingKey)];
      if (!kind || !record || homes.has(record.ListingKey)) continue;
      homes.set(record.ListingKey, { listing: forAudience(record, 'message'), why: whyOf(kind, change, record), words: '' });
      if (homes.size === HOMES_OF_LATER) break;
    }
    return [...homes.values()];
  }

  private fitting(search: SearchRow, records: readonly ListingRecord[]): ListingRecord[] {
    const context = this.context.now();
    return records.filter((record) => fits(search.document, record, context));
  }

  private told(fit: readonly ListingRecord[]): DigestItem[] {
    return fit
      .filter((record) => mayShow(record, 'message'))
      .sort(freshestFirst)
      .map((record) => ({ listing: forAudience(record, 'message'), why: firstWhy(record), words: '' }));
  }

  /** Starts a search's alert, or changes one that runs without telling anything again. */
  async start(agentId: string, searchId: string, settings: AlertSettings): Promise<AlertState> {
    const search = await this.searches.own(agentId, searchId);
    if (!search.clientId)
      throw new Failure('request.invalid', 'Only a search in a client’s file can have an alert. Save it for a client first.', {
        path: 'clientId',
      });
    if ((await this.clients.readersOf(search.clientId)).length === 0) {
      throw new Failure(
        'alert.noAddress',
        'None of this client’s addresses is confirmed, so nothing could be sent. Ask one to be confirmed first.',
      );
    }
    const hours = await this.digests.hoursOf(this.database.manager, search);
    return inTransaction(this.database, async (manager) => {
      const before = await manager.findOne(AlertRow, { where: { searchId }, lock: { mode: 'pessimistic_write' } });
      const now = this.clock.now();
      const startedAt = before && before.state !== 'stopped' ? before.startedAt : new Date(now);
      const first = nextDue('atOnce', now, hours, now);
      const due = before?.introduced ? nextDue(settings.cadence, now, hours, startedAt.getTime()) : first;
      await manager.save(AlertRow, {
        searchId,
        ...settings,
        tell: [...settings.tell],
        holdIf: [...settings.holdIf],
        state: 'running',
        pausedUntil: null,
        startedAt,
        nextDueAt: new Date(due),
        introduced: before?.introduced ?? false,
        sinceSequence: before?.sinceSequence ?? 0,
      });
      const [did, how] = [before?.state === 'running' ? 'changed' : 'started', CADENCE_LABEL[settings.cadence].toLowerCase()];
      await this.note(manager, search, `Alert of “${search.name}” ${did}: ${how}`);
      return alertState(await manager.findOneByOrFail(AlertRow, { searchId }));
    });
  }

  /** @param until  when a paused one runs again by itself */
  async setState(agentId: string, searchId: string, state: AlertState['state'], until: Date | null): Promise<AlertState> {
    return this.change(await this.searches.own(agentId, searchId), { state, until }, null);
  }

  /** The household itself says how often it is written to, or whether at all. */
  async changeByReader(
    { clientId, personId }: { readonly clientId: string; readonly personId: string },
    searchId: string,
    change: { readonly cadence?: Cadence; readonly state?: AlertState['state'] },
  ): Promise<AlertState> {
    const search = found(await this.database.getRepository(SearchRow).findOneBy({ id: searchId, clientId }), 'search');
    const client = await this.database.getRepository(ClientRow).findOneBy({ id: clientId });
    // what is put away writes to nobody
    if (client?.archivedAt && change.state === 'running')
      throw new Failure('alert.notRunning', 'Your agent has put this search away. Write to them, and they take it out again.');
    return this.change(search, { ...change, until: null }, personId);
  }

  /** Lets no alert of a household run on. */
  async pauseAll(agentId: string, clientId: string): Promise<void> {
    for (const { id, alert } of await this.searches.list(agentId, clientId))
      if (alert?.state === 'running') await this.setState(agentId, id, 'paused', null);
  }

  /** Puts all alerts of a household to the moments at which they write by its hours. */
  async reschedule(agentId: string, clientId: string): Promise<void> {
    for (const { id, alert } of await this.searches.list(agentId, clientId))
      if (alert?.state === 'running')
        await this.change(await this.searches.own(agentId, id), { state: 'running', until: null }, null);
  }

  private async change(
    search: SearchRow,
    { cadence, state, until }: { readonly cadence?: Cadence; readonly state?: AlertState['state']; readonly until: Date | null },
    personId: string | null,
  ): Promise<AlertState> {
    const now = this.clock.now();
    if (until && (state !== 'paused' || until.getTime() <= now))
      throw new Failure('request.invalid', 'Only a pause ends at a time, and that time is still to come.', { path: 'until' });
    const hours = await this.digests.hoursOf(this.database.manager, search);
    return inTransaction(this.database, async (manager) => {
      const where = { searchId: search.id };
      const alert = found(await manager.findOne(AlertRow, { where, lock: { mode: 'pessimistic_write' } }), 'alert');
      const after = { cadence: cadence ?? alert.cadence, state: state ?? alert.state };
      // its first message does not wait for the usual time
      const due = nextDue(alert.introduced ? after.cadence : 'atOnce', now, hours, alert.startedAt.getTime());
      await manager.update(AlertRow, where, {
        ...after,
        nextDueAt: after.state === 'running' ? new Date(due) : null,
        pausedUntil: until,
      });
      const said = [
        ...(after.cadence === alert.cadence ? [] : [CADENCE_LABEL[after.cadence].toLowerCase()]),
        ...(after.state === alert.state ? [] : [after.state]),
      ];
      if (said.length > 0) await this.note(manager, search, `Alert of “${search.name}”: ${said.join(', ')}`, personId);
      return alertState(await manager.findOneByOrFail(AlertRow, where));
    });
  }

  /** Writes down in its file what becomes of an alert, and who of the household did it, if one of them did. */
  private async note(manager: EntityManager, search: SearchRow, text: string, personId: string | null = null): Promise<void> {
    if (search.clientId)
      await this.entries.add({ clientId: search.clientId, kind: 'alert', text, about: search.id, personId }, manager);
  }

  /** The homes that fit now, and that the household was never told of nor passed over for: what a changed search adds. */
  async added(agentId: string, searchId: string): Promise<{ key: string; address: string; why: string }[]> {
    const search = await this.searches.own(agentId, searchId);
    // one that has not begun yet tells all that fits when it does
    const begun = { searchId, state: 'running' as const, introduced: true };
    if (!(await this.database.getRepository(AlertRow).existsBy(begun))) return [];
    const known = await this.database.query<{ listingKey: string }[]>(
      `SELECT i.listingKey FROM alert_items i JOIN searches s ON s.id = i.searchId
         WHERE (i.searchId = ? AND (i.dropped IS NULL OR i.dropped IN (?))) OR (s.clientId = ? AND ${WAS_TOLD})
       UNION SELECT listingKey FROM sent_homes WHERE clientId = ?`,
      [searchId, Object.values(NOT_TOLD), search.clientId, search.clientId],
    );
    const keys = new Set(known.map(({ listingKey }) => listingKey));
    return this.told(this.fitting(search, await this.listings.inReach([search.document])))
      .filter(({ listing }) => !keys.has(listing.ListingKey))
      .map(({ listing, why }) => ({ key: listing.ListingKey, address: addressShown(listing), why }));
  }

  /** Tells what a changed search adds in a message of its own, as soon as one may be sent; or never, where it is not sent. */
  async tellAdded(
    agentId: string,
    searchId: string,
    homes: readonly { key: string; why: string }[],
    send: boolean,
  ): Promise<AlertState> {
    const hours = await this.digests.hoursOf(this.database.manager, await this.searches.own(agentId, searchId));
    return inTransaction(this.database, async (manager) => {
      const alert = found(await manager.findOne(AlertRow, { where: { searchId }, lock: { mode: 'pessimistic_write' } }), 'alert');
      if (alert.state !== 'running' || !alert.introduced)
        throw new Failure('alert.notRunning', 'This alert has not begun, or does not run now: what fits is told when it does.');
      const at = this.clock.date();
      const dropped = send ? null : NOT_TOLD.notAdded;
      // what did not fit when it should have been told
      const passed = {
        searchId,
        sequence: 0,
        listingKey: In(homes.map(({ key }) => key)),
        toldAt: IsNull(),
        dropped: Not(IsNull()),
      };
      await manager.delete(AlertItemRow, passed);
      await insertOnce(
        manager,
        homes.map(({ key, why }) => ({ searchId, listingKey: key, sequence: 0, kind: 'new', why, at, dropped })),
      );
      if (send && homes.length > 0) {
        const due = nextDue('atOnce', at.getTime(), hours, alert.startedAt.getTime());
        await manager.update(AlertRow, { searchId }, { nextDueAt: new Date(due) });
      }
      return alertState(await manager.findOneByOrFail(AlertRow, { searchId }));
    });
  }
}
