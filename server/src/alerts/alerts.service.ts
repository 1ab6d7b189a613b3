import { Inject, Injectable } from '@nestjs/common';
import type { AlertPreview, AlertSettings, AlertState } from '@perambula/contract';
import { fits, forAudience, forecast, mayShow, nextDue } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { DataSource } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { clean, OutboxRow, renderLetter, whyNotWrite } from '../mail/index.js';
import { CountyContext } from '../roads/index.js';
import { AlertRow, alertState } from '../schedules/index.js';
import { SavedSearches } from '../searches/index.js';
import type { SearchRow } from '../searches/index.js';
import type { AgentRow } from '../sessions/index.js';
import { AlertItemRow } from './alert.entity.js';
import { Digests, firstWhy, freshestFirst, subjectOf } from './digests.js';
import type { DigestItem } from './digests.js';

const FORECAST_DAYS = 60;

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
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** To whom and with what subject the first message would go, and what the past sixty days would have sent. */
  async preview(agent: AgentRow, searchId: string, settings: AlertSettings): Promise<AlertPreview> {
    const search = await this.searches.own(agent.id, searchId);
    const { now, zone } = this.clock.time();
    const from = now - FORECAST_DAYS * 86_400_000;
    const records = await this.listings.aliveSince(new Date(from));
    const changes = await this.listings.changesFrom(new Date(from), true);
    const fit = this.fitting(search, await this.listings.inReach([search.document]));
    const told = this.told(fit);
    return {
      forecast: forecast({ search: search.document, tell: settings.tell, zone, from, to: now, records, changes }),
      to: search.clientId ? await this.clients.addressees(search.clientId) : [],
      subject: subjectOf({ subject: settings.subject, introduced: false }, search.name, told),
      homes: told.length,
      keptOff: fit.length - told.length,
    };
  }

  /** The first message's HTML as it would arrive now, with the words given. */
  async firstLetter(agent: AgentRow, searchId: string, greeting: string): Promise<string> {
    const search = await this.searches.own(agent.id, searchId);
    const [reader] = search.clientId ? await this.clients.peopleOf([search.clientId]) : [];
    const told = this.told(this.fitting(search, await this.listings.inReach([search.document])));
    const { publicUrl } = this.config;
    const [portal, stop] = [`${publicUrl}/p/preview`, `${publicUrl}/stop/preview`];
    const letter = this.digests.letter({ greeting }, reader?.name ?? 'there', agent, told, portal, stop);
    return clean((await renderLetter(letter)).html);
  }

  private fitting(search: SearchRow, records: readonly ListingRecord[]): ListingRecord[] {
    const context = this.context.now();
    return records.filter((record) => fits(search.document, record, context));
  }

  private told(fit: readonly ListingRecord[]): DigestItem[] {
    return fit
      .filter((record) => mayShow(record, 'message'))
      .sort(freshestFirst)
      .map((record) => ({ listing: forAudience(record, 'message'), why: firstWhy(record) }));
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
    return this.database.transaction(async (manager) => {
      const before = await manager.findOne(AlertRow, { where: { searchId }, lock: { mode: 'pessimistic_write' } });
      const now = this.clock.now();
      const startedAt = before && before.state !== 'stopped' ? before.startedAt : new Date(now);
      const first = nextDue('atOnce', now, this.config.zone, now);
      const due = before?.introduced ? nextDue(settings.cadence, now, this.config.zone, startedAt.getTime()) : first;
      await manager.save(AlertRow, {
        searchId,
        ...settings,
        tell: [...settings.tell],
        state: 'running',
        startedAt,
        nextDueAt: new Date(due),
        introduced: before?.introduced ?? false,
        sinceSequence: before?.sinceSequence ?? 0,
      });
      return alertState(await manager.findOneByOrFail(AlertRow, { searchId }));
    });
  }

  async setState(agentId: string, searchId: string, state: AlertState['state']): Promise<AlertState> {
    await this.searches.own(agentId, searchId);
    const alerts = this.database.getRepository(AlertRow);
    const alert = found(await alerts.findOneBy({ searchId }), 'alert');
    const now = this.clock.now();
    const due = state === 'running' ? new Date(nextDue(alert.cadence, now, this.config.zone, alert.startedAt.getTime())) : null;
    await alerts.update({ searchId }, { state, nextDueAt: due });
    return alertState(found(await alerts.findOneBy({ searchId }), 'alert'));
  }

  /** Lets a held message go, or throws it away; what no reader was told does not stand in the portal either. */
  async pass(agentId: string, messageId: string, send: boolean): Promise<void> {
    await this.database.transaction(async (manager) => {
      const held = await manager.findOne(OutboxRow, {
        where: { id: messageId, agentId, state: 'held' },
        lock: { mode: 'pessimistic_write' },
      });
      const { id, digestId, personId, kind } = found(held, 'held message');
      if (send) {
        const why = await whyNotWrite(manager, personId, kind);
        if (why) throw new Failure('address.stopped', `This message is not sent: ${why}.`);
        await manager.update(OutboxRow, { id }, { state: 'queued', nextTryAt: new Date() });
        return;
      }
      await manager.delete(OutboxRow, { id });
      if (digestId && !(await manager.existsBy(OutboxRow, { digestId }))) {
        await manager.update(AlertItemRow, { digestId }, { toldAt: null, dropped: 'kept back by the agent' });
      }
    });
  }

  async heldMessage(agentId: string, messageId: string): Promise<OutboxRow> {
    return found(await this.database.getRepository(OutboxRow).findOneBy({ id: messageId, agentId }), 'message');
  }
}
