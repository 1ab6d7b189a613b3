import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Stop } from './say.mjs';

/** The database that a backup is of: of a copy that runs over a data directory, or as the server's own settings name it. */
export function loginOf(data) {
  if (data !== undefined) {
    const file = join(data, 'run.json');
    if (!existsSync(file)) throw new Stop(`No copy runs over ${data}. Start it first: npm start -- --data ${data}`);
    return JSON.parse(readFileSync(file, 'utf8')).database;
  }
  const {
    DB_HOST: host = '127.0.0.1',
    DB_PORT,
    DB_NAME: name = 'perambula',
    DB_USER: user = 'perambula',
    DB_PASSWORD_FILE,
  } = process.env;
  const password = process.env.DB_PASSWORD ?? (DB_PASSWORD_FILE ? readFileSync(DB_PASSWORD_FILE, 'utf8').trim() : undefined);
  if (!DB_PORT || !password)
    throw new Stop('Say which copy: --data DIR of one that npm start runs, or DB_PORT and DB_PASSWORD as the server has them.');
  return { host, port: Number(DB_PORT), name, user, password };
}

/** MariaDB's client programs, told where to; the password is on no command line. */
export function clientOf({ host, port, user, password }) {
  return {
    args: ['--no-defaults', `--host=${host}`, `--port=${port}`, `--user=${user}`, '--default-character-set=utf8mb4'],
    env: { ...process.env, MYSQL_PWD: password },
  };
}
