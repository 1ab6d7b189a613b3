import { availableParallelism } from 'node:os';

/** Everything the server is told from outside, read once from the environment. */
export interface Config {
  /** What this thread does: answer requests, move the data along, or work at what others wait for. */
  readonly role: 'web' | 'pipeline' | 'desk';
  readonly port: number;
  /** Where readers of messages reach the application, without a slash at the end. */
  readonly publicUrl: string;
  readonly database: {
    readonly host: string;
    readonly port: number;
    readonly name: string;
    readonly user: string;
    readonly password: string;
  };
  readonly feed: {
    readonly url: string;
    readonly token: string;
    /** Hosts that a feed may be read from although they are of an internal network; the first feed's own is. */
    readonly internalHosts: readonly string[];
  };
  /** Behind TLS: cookies go over it only. */
  readonly secure: boolean;
  /** Proxies whose word on who asks is taken, by address or network. */
  readonly trustedProxies: readonly string[];
  readonly mail: { readonly smtp: string; readonly mailbox: string | null };
  /** Folder with the county's base map as GeoJSON. */
  readonly countyDir: string;
  /** The file that keeps what the search engine holds, for a quick start. */
  readonly engineSnapshot: string | null;
  /** Threads that answer searches at once, over one memory. */
  readonly engineThreads: number;
  /** Folder of the built web application; null serves the interface from elsewhere. */
  readonly webDir: string | null;
  /** The county's name, its time zone by its IANA name, and what must stand beside its listings. */
  readonly place: string;
  readonly zone: string;
  readonly notice: string;
  /** Present when this is a demo: its account, and a clock that can be moved. */
  readonly demo: { readonly email: string; readonly password: string; readonly startsAt: number } | null;
}

export const CONFIG = Symbol('Config');

/** @throws Error naming a variable that is missing */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const need = (name: string): string => {
    const value = env[name];
    if (!value) throw new Error(`The environment variable ${name} is missing.`);
    return value;
  };
  const port = Number(env['PORT'] ?? 4100);
  return {
    role: 'web',
    port,
    publicUrl: env['PUBLIC_URL'] ?? `http://127.0.0.1:${port}`,
    database: {
      host: env['DB_HOST'] ?? '127.0.0.1',
      port: Number(need('DB_PORT')),
      name: env['DB_NAME'] ?? 'perambula',
      user: env['DB_USER'] ?? 'perambula',
      password: need('DB_PASSWORD'),
    },
    feed: {
      url: need('FEED_URL'),
      token: need('FEED_TOKEN'),
      internalHosts: [new URL(need('FEED_URL')).host, ...listOf(env['FEED_INTERNAL_HOSTS'])],
    },
    secure: (env['PUBLIC_URL'] ?? '').startsWith('https://'),
    trustedProxies: listOf(env['TRUSTED_PROXIES']),
    mail: { smtp: need('SMTP_URL'), mailbox: env['MAILBOX_URL'] ?? null },
    countyDir: need('COUNTY_DIR'),
    engineSnapshot: env['ENGINE_SNAPSHOT'] ?? null,
    engineThreads: threadsOf(env['ENGINE_THREADS']),
    webDir: env['WEB_DIR'] ?? null,
    place: need('COUNTY_NAME'),
    zone: need('COUNTY_ZONE'),
    notice: need('LISTINGS_NOTICE'),
    demo: env['DEMO_PASSWORD']
      ? {
          email: env['DEMO_EMAIL'] ?? 'juno@wayfarer.example',
          password: env['DEMO_PASSWORD'],
          startsAt: Date.parse('2026-04-14T13:12:00Z'),
        }
      : null,
  };
}

function listOf(text: string | undefined): string[] {
  return (text ?? '').split(',').flatMap((each) => each.trim() || []);
}

const MOST_THREADS = 4;

/** As many as were asked for, or up to four that leave a core to the server itself. */
function threadsOf(asked: string | undefined): number {
  if (asked === undefined) return Math.max(1, Math.min(MOST_THREADS, availableParallelism() - 1));
  const threads = Number(asked);
  if (!Number.isInteger(threads) || threads < 1) throw new Error(`ENGINE_THREADS is a whole number from 1 on, not ${asked}.`);
  return threads;
}
