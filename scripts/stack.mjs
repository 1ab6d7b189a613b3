import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bringLinksTo } from './address.mjs';
import { daysBefore, liveUntilHandedOver } from './daysLived.mjs';
import { freePort, lastBuild, ROOT } from './machine.mjs';
import { MariaDb } from './mariadb.mjs';
import { Stop } from './say.mjs';

const LONGEST_WAIT_MS = 120_000;
/** Longer than a server on a busy machine takes to say how it is. */
const LONGEST_ANSWER_MS = 5_000;
/** Reading the whole past takes a slow machine this long. */
const LONGEST_LOAD_MS = 600_000;

/** About as many homes for sale as a town has, with a little more than two years of listings: enough for most tests. */
export const SMALL_COUNTY = { parcels: 5000, since: '2024-01-01' };

/** A machine with much memory lets a process keep what it needs no more; with less to hold, it lets go sooner. */
const NODE_OPTIONS = ['--enable-source-maps', '--max-semi-space-size=16', '--max-old-space-size=512'];

/** One of the application's own processes, restarted with growing pauses when it dies. */
class Part {
  constructor(name, script, environment, logFolder, flags = []) {
    Object.assign(this, { name, script, environment, flags, stopping: false, failures: 0 });
    this.log = openSync(join(logFolder, `${name}.log`), 'a', 0o600);
  }

  start() {
    const startedAt = Date.now();
    this.process = spawn(process.execPath, [...NODE_OPTIONS, ...this.flags, join(ROOT, this.script)], {
      cwd: ROOT,
      // few arenas, for what one thread gave back another can take
      env: { ...process.env, MALLOC_ARENA_MAX: '2', ...this.environment },
      // the channel closes when this process dies, however it dies, and the part then ends itself
      stdio: ['ignore', this.log, this.log, 'ipc'],
    });
    this.process.once('exit', () => {
      if (this.stopping) return;
      this.failures = Date.now() - startedAt > 30_000 ? 0 : this.failures + 1;
      this.timer = setTimeout(() => this.start(), Math.min(10_000, 100 * 2 ** this.failures));
    });
  }

  kill() {
    this.process.kill('SIGKILL');
  }

  /** Begins anew at once, however often it has lately. */
  restart() {
    this.failures = -1;
    this.kill();
  }

  async stop() {
    this.stopping = true;
    clearTimeout(this.timer);
    const child = this.process;
    if (child.exitCode !== null || child.signalCode !== null) return;
    await new Promise((resolve) => {
      const late = setTimeout(() => child.kill('SIGKILL'), 8000);
      child.once('exit', () => (clearTimeout(late), resolve()));
      child.kill('SIGTERM');
    });
  }
}

/**
 * The whole application with its stand-ins over one data directory: MariaDB, the feed, the mail server, the server.
 *
 * @param {{ data: string, port: number, county?: { parcels?: number, since?: string }, loaded?: boolean, peopled?: boolean,
 *   lived?: number, throwaway?: boolean, publicUrl?: string, inspect?: string, tell?: (text: string) => void }} options
 *   `loaded`: not ready before all listings of the feed have been read, rather than those on the market, and every part does its
 *   work; `peopled`: clients read their mail and say what they think, as the clock goes on; `lived`: they have done so for so
 *   many days; `throwaway`: its data need not outlive the machine; `publicUrl`: where the interface is met, if not at the server's
 *   own address; `inspect`: the address at which a debugger finds the server; `tell`: hears how far it is
 */
export async function startStack({
  data,
  port,
  county = {},
  loaded = false,
  peopled = false,
  lived = 0,
  throwaway = false,
  publicUrl,
  inspect,
  tell = () => undefined,
}) {
  mkdirSync(join(data, 'logs'), { recursive: true, mode: 0o700 });
  chmodSync(data, 0o700);
  const secrets = secretsOf(data);
  const [dbPort, feedPort, smtpPort, mailboxPort] = [await freePort(), await freePort(), await freePort(), await freePort()];
  const database = new MariaDb({ folder: join(data, 'mariadb'), port: dbPort, password: secrets.database, throwaway });
  const feedUrl = `http://127.0.0.1:${feedPort}`;
  const web = `http://127.0.0.1:${port}`;
  const countyDir = join(data, 'county');
  const logs = join(data, 'logs');
  const run = {
    pid: process.pid,
    web,
    database: { host: '127.0.0.1', port: dbPort, name: 'perambula', user: 'perambula', password: secrets.database },
    feed: { url: feedUrl, token: secrets.feed },
    mail: { smtp: `smtp://127.0.0.1:${smtpPort}`, mailbox: `http://127.0.0.1:${mailboxPort}` },
    signIn: { email: 'juno@wayfarer.example', password: secrets.demo },
  };
  const feed = new Part(
    'feed',
    'county/dist/feed/main.js',
    {
      FEED_PORT: String(feedPort),
      FEED_TOKEN: secrets.feed,
      COUNTY_DIR: countyDir,
      COUNTY_BUILD: lastBuild(),
      ...(county.parcels ? { COUNTY_PARCELS: String(county.parcels) } : {}),
      ...(county.since ? { COUNTY_SINCE: county.since } : {}),
    },
    logs,
  );
  const { begins, agentsUntil } = daysBefore(lived);
  const mail = new Part(
    'mail',
    'county/dist/mail/main.js',
    {
      SMTP_PORT: String(smtpPort),
      MAILBOX_PORT: String(mailboxPort),
      MAILBOX_DIR: join(data, 'mail'),
      COUNTY_URL: feedUrl,
      COUNTY_TOKEN: secrets.feed,
      REPORTS_TO: `${web}/api/mail/bounces`,
      REPORTS_TOKEN: secrets.reports,
      ...(peopled ? { PEOPLE_OF: web, PEOPLE_AGENTS_UNTIL: agentsUntil, PEOPLE_PASSWORD: secrets.demo } : {}),
    },
    logs,
  );
  const server = new Part(
    'server',
    // a debugger is better served by the files as they were compiled, which are followed as they change
    inspect ? 'server/dist/main.js' : 'server/dist/bundle/main.js',
    {
      PORT: String(port),
      PUBLIC_URL: publicUrl ?? web,
      DB_PORT: String(dbPort),
      DB_PASSWORD: secrets.database,
      FEED_URL: `${feedUrl}/odata`,
      FEED_TOKEN: secrets.feed,
      COUNTY_URL: feedUrl,
      COUNTY_TOKEN: secrets.feed,
      SMTP_URL: run.mail.smtp,
      MAIL_FROM: 'alerts@mail.perambula.example',
      MAILBOX_URL: run.mail.mailbox,
      BOUNCE_TOKEN: secrets.reports,
      COUNTY_DIR: countyDir,
      COUNTY_NAME: 'Ostrey County',
      COUNTY_ZONE: 'America/New_York',
      LISTINGS_NOTICE: 'Ostrey County Listing Exchange. Deemed reliable, not guaranteed; verify what matters to you.',
      ENGINE_SNAPSHOT: join(data, 'engine.snapshot'),
      WEB_DIR: join(ROOT, 'web/dist'),
      DEMO_PASSWORD: secrets.demo,
      ...(peopled ? { PEOPLE_URL: `${run.mail.mailbox}/people` } : {}),
      ...(lived > 0 ? { DEMO_STARTS_AT: begins, DEMO_COMES_EMPTY: 'yes' } : {}),
      NODE_ENV: 'production',
    },
    logs,
    inspect ? [`--inspect=${inspect}`] : [],
  );
  feed.start();
  try {
    await database.start();
    bringLinksTo(data, publicUrl ?? web, database);
    mail.start();
    server.start();
    if (lived > 0) tell('Reading 25 years of listings …');
    // days without the feed's whole past would be days without news
    await healthy(web, logs, loaded || lived > 0);
    if (lived > 0) await liveUntilHandedOver(run, tell);
  } catch (error) {
    await Promise.all([server, feed, mail].map((part) => part.process && part.stop()));
    await database.stop();
    throw error;
  }
  writeRun(data, run);
  const others = [];
  return {
    run,
    server,
    feed,
    mail,
    database,
    healthy: () => healthy(web, logs),
    async another(port, more = {}) {
      const own = { PORT: String(port), PUBLIC_URL: `http://127.0.0.1:${port}`, ENGINE_SNAPSHOT: '' };
      const part = new Part(`server-${port}`, server.script, { ...server.environment, ...own, ...more }, logs);
      part.start();
      others.push(part);
      const address = `http://127.0.0.1:${port}`;
      await healthy(address, logs);
      return { web: address, server: part, healthy: () => healthy(address, logs) };
    },
    async stop() {
      rmSync(join(data, 'run.json'), { force: true });
      await Promise.all([server, ...others].map((part) => part.stop()));
      await Promise.all([feed.stop(), mail.stop()]);
      await database.stop();
    },
  };
}

/** Made once for a data directory. */
function secretsOf(data) {
  const file = join(data, 'secrets.json');
  const secrets = {
    database: randomBytes(18).toString('base64url'),
    feed: randomBytes(18).toString('base64url'),
    reports: randomBytes(18).toString('base64url'),
    demo: 'walk the bounds',
    // those that an older start has chosen stay
    ...(existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {}),
  };
  writeFileSync(file, JSON.stringify(secrets), { mode: 0o600 });
  return secrets;
}

/** Written aside and renamed by its last step, so that whoever sees it sees all of it. */
function writeRun(data, run) {
  const file = join(data, 'run.json');
  rmSync(file, { force: true });
  writeFileSync(`${file}.new`, JSON.stringify(run, null, 2), { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

/** Whether all listings were read and every part does its work. */
function isWhole({ firstLoad, parts }) {
  return firstLoad === 'done' && Object.values(parts).every(({ status }) => status === 'up');
}

async function healthy(web, logs, loaded = false) {
  const longest = loaded ? LONGEST_LOAD_MS : LONGEST_WAIT_MS;
  const until = Date.now() + longest;
  // a server that answers is busy beginning: asked often, it would take longer
  for (let pause = 100; Date.now() < until; await new Promise((resolve) => setTimeout(resolve, pause))) {
    try {
      const response = await fetch(`${web}/api/health`, { signal: AbortSignal.timeout(LONGEST_ANSWER_MS) });
      if (response.ok && (!loaded || isWhole(await response.json()))) return;
      pause = 400;
    } catch {
      // not listening yet
    }
  }
  throw new Stop(`The server did not become ready within ${longest / 1000} s. Its log is ${join(logs, 'server.log')}.`);
}
