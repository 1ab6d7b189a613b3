import { getMetadataArgsStorage } from 'typeorm';
import type { DataSourceOptions } from 'typeorm';
import type { Config } from './common/config.js';
import * as migrations from './migrations/index.js';

/** How the database is reached. Its entities are whatever has been imported by then; each stands with its capability. */
export function databaseOptions({ database, role = 'web' }: Pick<Config, 'database'> & Partial<Config>): DataSourceOptions {
  const { host, port, name, user, password } = database;
  return {
    type: 'mariadb',
    host,
    port,
    database: name,
    username: user,
    password,
    entities: getMetadataArgsStorage().tables.map(({ target }) => target),
    migrations: Object.values(migrations),
    migrationsRun: role === 'web',
    synchronize: false,
    timezone: 'Z',
    // what went wrong is told by the query; where each was asked from takes as long to note as a small query itself
    trace: false,
    charset: 'utf8mb4',
    poolSize: 12,
    dateStrings: ['DATE'],
  };
}
