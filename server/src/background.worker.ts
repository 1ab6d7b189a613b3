import 'reflect-metadata';
import { workerData } from 'node:worker_threads';
import { NestFactory } from '@nestjs/core';
import type { Type } from '@nestjs/common';
import { AlertsService, Forecasts } from './alerts/index.js';
import { AppModule } from './app.module.js';
import { ChoicesService } from './choices/index.js';
import { askingFor } from './common/requestBudget.js';
import type { Config } from './common/config.js';
import { answerCalls, stepBehind } from './common/thread.js';
import { CompHomes, CompsFiles, PriceModels } from './comps/index.js';
import { ContactsService } from './contacts/index.js';
import type { DeskCalls } from './desk/index.js';
import { FeedPreviews, ListingImport } from './feed/index.js';
import { Handouts } from './handouts/index.js';
import { Bounces, readLetterMaker } from './mail/index.js';
import { MarketMoves } from './market/index.js';
import { HomesAlike } from './outlook/index.js';
import { Pipeline } from './pipeline/index.js';
import type { PipelineCalls } from './pipeline/index.js';
import { LearnedService } from './listening/index.js';
import { DaySheets, RoundOrders } from './rounds/index.js';
import { ListingFiles, SearchDocuments } from './searches/index.js';
import { TodayService } from './today/index.js';
import { WantedService } from './wanted/index.js';

/** So long after its beginning a server has time for what is needed later. */
const BEGUN_MS = 10_000;

/** The services whose methods the desk may be asked for. */
const AT_THE_DESK: readonly Type<unknown>[] = [
  AlertsService,
  Forecasts,
  Bounces,
  ChoicesService,
  CompHomes,
  CompsFiles,
  ContactsService,
  DaySheets,
  FeedPreviews,
  Handouts,
  HomesAlike,
  LearnedService,
  ListingFiles,
  ListingImport,
  MarketMoves,
  PriceModels,
  RoundOrders,
  SearchDocuments,
  TodayService,
  WantedService,
];

const config = workerData as Config;
const app = await NestFactory.createApplicationContext(AppModule.of(config), { logger: ['error', 'warn'] });

if (config.role === 'pipeline') {
  answerCalls<PipelineCalls>({
    nextStop: ({ isFar }) => app.get(Pipeline).nextStop(isFar),
    step: ({ to, isOnTheWay }) => app.get(Pipeline).step(to, isOnTheWay),
    async end() {
      await app.close();
      return null;
    },
  });
} else {
  if (config.role === 'desk.page') setTimeout(() => void readLetterMaker(), BEGUN_MS).unref();
  // a file may take a while, and what somebody waits for at their page goes first
  if (config.role === 'desk.file') stepBehind();
  answerCalls<DeskCalls>({
    run({ service, method, args, person }, { isDropped }) {
      const type = AT_THE_DESK.find(({ name }) => name === service);
      if (!type) throw new Error(`${service} does no work at the desk.`);
      const does = app.get<Record<string, (...args: readonly unknown[]) => Promise<unknown>>>(type);
      return askingFor(person, isDropped, () => does[method]?.(...args));
    },
  });
}
