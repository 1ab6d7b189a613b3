import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleInit } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { nextDue, USUAL_QUIET } from '@perambula/core';
import type { Search } from '@perambula/core';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientRow, PersonRow } from '../clients/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { AlertRow } from '../schedules/index.js';
import { SearchRow } from '../searches/index.js';
import { AgentRow } from '../sessions/index.js';
import { TaskRow } from '../tasks/index.js';

interface DemoClient {
  readonly name: string;
  readonly people: readonly {
    readonly name: string;
    readonly email: string;
    readonly phone: string;
    readonly confirmed: boolean;
  }[];
  readonly agreedUntil: string | null;
  readonly notes: string;
  readonly searches: readonly { readonly name: string; readonly document: Search; readonly alert: boolean }[];
}

/** Fills a new demo with its two agents and their clients, once. */
@Injectable()
export class DemoAccounts implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async onModuleInit(): Promise<void> {
    const { demo } = this.config;
    if (!demo || this.config.role !== 'web' || (await this.database.getRepository(AgentRow).count()) > 0) return;
    const passwordHash = await hash(demo.password);
    const now = new Date(demo.startsAt);
    await this.database.transaction(async (manager) => {
      const office = {
        officeName: 'Wayfarer Buyers’ Agents',
        postalAddress: '815 8th St, Port Ostrey, OS 00071',
        passwordHash,
        lookedAt: new Date(demo.startsAt - 62.5 * 3_600_000),
      };
      const juno = {
        ...office,
        id: randomUUID(),
        name: 'Juno Albright',
        email: demo.email,
        phone: '555-0142',
        licenseNumber: '00-417',
        role: 'administrator' as const,
        pageName: 'juno-albright',
        wantsDigest: true,
      };
      const silas = {
        ...office,
        id: randomUUID(),
        name: 'Silas Marchetti-Boone',
        email: 'silas@wayfarer.example',
        phone: '555-0143',
        licenseNumber: '00-522',
        role: 'agent' as const,
        pageName: null,
        wantsDigest: false,
      };
      await manager.insert(AgentRow, [juno, silas]);
      if (demo.comesEmpty) return;
      for (const client of JUNOS) await this.addClient(manager, juno.id, client, now);
      for (const client of SILASES) await this.addClient(manager, silas.id, client, now);
      const amara = await manager.findOneByOrFail(ClientRow, { agentId: juno.id, name: 'Amara & Teo Lindqvist' });
      await manager.insert(TaskRow, {
        id: randomUUID(),
        agentId: juno.id,
        clientId: amara.id,
        text: 'Ask about the lender’s letter',
        listingKey: null,
        dueOn: '2026-04-15',
        repeats: null,
        nextId: null,
        doneAt: null,
        createdAt: now,
      });
    });
  }

  private async addClient(manager: EntityManager, agentId: string, client: DemoClient, now: Date): Promise<void> {
    const id = randomUUID();
    const agreed = client.agreedUntil;
    await manager.insert(ClientRow, {
      id,
      agentId,
      name: client.name,
      notes: client.notes,
      agreementFrom: agreed && '2026-03-01',
      agreementUntil: agreed,
      agreementScope: agreed && `Buying a home in ${this.config.place}`,
      createdAt: now,
    });
    for (const { confirmed, ...person } of client.people) {
      await manager.insert(PersonRow, {
        id: randomUUID(),
        clientId: id,
        ...person,
        confirmationSentAt: confirmed ? now : null,
        confirmedAt: confirmed ? now : null,
        stoppedAt: null,
        countsVisits: true,
      });
    }
    for (const { name, document, alert } of client.searches) {
      const searchId = randomUUID();
      await manager.insert(SearchRow, { id: searchId, agentId, clientId: id, name, document, version: 1, updatedAt: now });
      if (alert) {
        await manager.insert(AlertRow, {
          searchId,
          cadence: 'eachMorning',
          tell: ['new', 'priceDown', 'backOnMarket'],
          held: false,
          holdIf: [],
          subject: '',
          greeting: '',
          state: 'running',
          startedAt: now,
          nextDueAt: new Date(nextDue('eachMorning', now.getTime(), { zone: this.config.zone, ...USUAL_QUIET }, now.getTime())),
          introduced: false,
          sinceSequence: 0,
        });
      }
    }
  }
}

const search = (lines: Search['lines'], bounds: Search['bounds'] = []): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines,
  bounds,
  order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
});

const JUNOS: readonly DemoClient[] = [
  {
    name: 'Amara & Teo Lindqvist',
    agreedUntil: '2026-09-30',
    notes: 'Lender’s letter for $460,000. Teo works at Tansy Hill Clinic from 7 am.',
    people: [
      { name: 'Amara Lindqvist', email: 'amara@lindqvist.example', phone: '555-0161', confirmed: true },
      { name: 'Teo Lindqvist', email: 'teo@lindqvist.example', phone: '555-0162', confirmed: false },
    ],
    searches: [
      {
        name: 'Within reach of the ferry',
        alert: false,
        document: search(
          [
            { id: 'kind', field: 'PropertySubType', is: { anyOf: ['Single Family Residence', 'Townhouse'] } },
            { id: 'beds', field: 'BedroomsTotal', is: { atLeast: 3 } },
            { id: 'baths', field: 'Baths', is: { atLeast: 1.5 } },
            { id: 'area', field: 'LivingArea', is: { atLeast: 1300 } },
            { id: 'price', field: 'ListPrice', is: { between: [250000, 460000] } },
            { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
            {
              id: 'conditions',
              field: 'SpecialListingConditions',
              is: { noneOf: ['Real Estate Owned', 'Short Sale', 'Auction'] },
            },
          ],
          [
            {
              id: 'ferry',
              mode: 'in',
              name: 'Ferry Square',
              shape: { type: 'Circle', center: [-66.006145, 40.609456], radiusMeters: 8046.72 },
            },
            {
              id: 'mill',
              mode: 'out',
              name: 'Mill yard',
              shape: {
                type: 'Polygon',
                coordinates: [
                  [
                    [-65.9935, 40.5985],
                    [-65.982, 40.598],
                    [-65.983, 40.5915],
                    [-65.9945, 40.592],
                    [-65.9935, 40.5985],
                  ],
                ],
              },
            },
          ],
        ),
      },
    ],
  },
  {
    name: 'Bashir Odell',
    agreedUntil: '2026-08-31',
    notes: 'First home. Free after 4 pm.',
    people: [{ name: 'Bashir Odell', email: 'bashir@odell.example', phone: '555-0163', confirmed: true }],
    searches: [
      {
        name: 'First home near the line',
        alert: true,
        document: search([
          { id: 'price', field: 'ListPrice', is: { atMost: 380000 } },
          { id: 'beds', field: 'BedroomsTotal', is: { atLeast: 2 } },
          { id: 'town', field: 'City', is: { anyOf: ['Port Ostrey', 'Sedge Ferry', 'Mallow Green'] } },
          { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
        ]),
      },
    ],
  },
  {
    name: 'Nadia Kesteven',
    agreedUntil: null,
    notes: 'Wants a garden.',
    people: [{ name: 'Nadia Kesteven', email: 'nadia@kesteven.example', phone: '555-0164', confirmed: true }],
    searches: [
      {
        name: 'A garden in the hills',
        alert: false,
        document: search([
          { id: 'lot', field: 'LotSizeAcres', is: { atLeast: 0.2 } },
          { id: 'beds', field: 'BedroomsTotal', is: { atLeast: 3 } },
          { id: 'town', field: 'City', is: { anyOf: ['Tansy Hill', 'Upper Dunnock', 'Wrenfield'] } },
          { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
        ]),
      },
    ],
  },
  {
    name: 'Rowan Vey',
    agreedUntil: null,
    notes: '',
    people: [{ name: 'Rowan Vey', email: 'rowan@vey.example', phone: '555-0165', confirmed: false }],
    searches: [],
  },
  {
    name: 'Ife & Callum Rourke',
    agreedUntil: '2026-12-31',
    notes: '',
    people: [{ name: 'Ife Rourke', email: 'ife@rourke.example', phone: '555-0166', confirmed: false }],
    searches: [],
  },
];

const SILASES: readonly DemoClient[] = [
  {
    name: 'Esme Dufrayne',
    agreedUntil: null,
    notes: '',
    people: [{ name: 'Esme Dufrayne', email: 'esme@dufrayne.example', phone: '555-0167', confirmed: true }],
    searches: [],
  },
];
