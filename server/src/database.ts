import type { DataSourceOptions } from 'typeorm';
import { AlertItemRow, MatchCursorRow } from './alerts/index.js';
import { KeptBoundRow } from './bounds/index.js';
import { ClientRow, LinkRow, PersonRow, TaskRow } from './clients/index.js';
import { DemoClockRow } from './clock/index.js';
import type { Config } from './common/config.js';
import { FeedCursorRow, FeedMissingRow, FeedRejectRow, FeedSourceRow } from './feed/index.js';
import { ListingEventRow, ListingRow, OpenHouseRow, OwnListingRow, SequenceRow } from './listings/index.js';
import { NoticeRow } from './events/index.js';
import { OutboxRow } from './mail/index.js';
import { Initial1760000000000 } from './migrations/1760000000000-Initial.js';
import { FeedInFull1763900000000 } from './migrations/1763900000000-FeedInFull.js';
import { SearchInFull1764200000000 } from './migrations/1764200000000-SearchInFull.js';
import { KeptBounds1764500000000 } from './migrations/1764500000000-KeptBounds.js';
import { FirmFooting1764900000000 } from './migrations/1764900000000-FirmFooting.js';
import { KeptFeeds1764950000000 } from './migrations/1764950000000-KeptFeeds.js';
import { FeedsOfAnyKind1765200000000 } from './migrations/1765200000000-FeedsOfAnyKind.js';
import { OfficesByMail1765300000000 } from './migrations/1765300000000-OfficesByMail.js';
import { LeftHouseholds1765100000000 } from './migrations/1765100000000-LeftHouseholds.js';
import { OwnListings1765000000000 } from './migrations/1765000000000-OwnListings.js';
import { ReactionRow, VisitRow } from './portal/index.js';
import { PreferencesRow } from './preferences/index.js';
import { AlertRow, DraftRow, SearchRow, SearchStateRow, StartingSetRow } from './searches/index.js';
import { AgentRow, FirstCodeRow, SessionRow } from './sessions/index.js';
import { ShortlistItemRow, ShortlistRow } from './shortlists/index.js';
import { ShowingRow } from './showings/index.js';
import { StepRow } from './steps/index.js';

const ENTITIES = [
  AgentRow,
  AlertItemRow,
  AlertRow,
  ClientRow,
  DemoClockRow,
  DraftRow,
  FeedCursorRow,
  FeedMissingRow,
  FeedRejectRow,
  FeedSourceRow,
  FirstCodeRow,
  KeptBoundRow,
  LinkRow,
  ListingEventRow,
  ListingRow,
  MatchCursorRow,
  NoticeRow,
  OpenHouseRow,
  OutboxRow,
  OwnListingRow,
  PersonRow,
  PreferencesRow,
  ReactionRow,
  SearchRow,
  SearchStateRow,
  SequenceRow,
  SessionRow,
  ShortlistItemRow,
  ShortlistRow,
  ShowingRow,
  StartingSetRow,
  StepRow,
  TaskRow,
  VisitRow,
];

export function databaseOptions({ database, role = 'web' }: Pick<Config, 'database'> & Partial<Config>): DataSourceOptions {
  const { host, port, name, user, password } = database;
  return {
    type: 'mariadb',
    host,
    port,
    database: name,
    username: user,
    password,
    entities: ENTITIES,
    migrations: [
      Initial1760000000000,
      FeedInFull1763900000000,
      SearchInFull1764200000000,
      KeptBounds1764500000000,
      FirmFooting1764900000000,
      KeptFeeds1764950000000,
      OwnListings1765000000000,
      LeftHouseholds1765100000000,
      FeedsOfAnyKind1765200000000,
      OfficesByMail1765300000000,
    ],
    migrationsRun: role === 'web',
    synchronize: false,
    timezone: 'Z',
    charset: 'utf8mb4',
    poolSize: role === 'web' ? 12 : 6,
    dateStrings: ['DATE'],
  };
}
