import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { ANEW_AFTER_DAYS } from '@perambula/core';

/** How a feed knows who asks: by a token, or by OAuth 2 client credentials (RFC 6749, 4.4). */
export type FeedAccess =
  | { readonly token: string }
  | { readonly tokenUrl: string; readonly clientId: string; readonly clientSecret: string; readonly scope: string | null };

/** Everything the server is told from outside, read once from the environment. */
export interface Config {
  /** What this thread does: answer requests, move the data along, or work at what others wait for. */
  readonly role: 'web' | 'pipeline' | 'desk.page' | 'desk.file';
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
    /** The feed that is read until an administrator chooses another: its service root, without a slash at the end; null for none. */
    readonly first: { readonly root: string; readonly access: FeedAccess } | null;
    /** Hosts that a feed may be read from although they are of an internal network; the first feed's own is. */
    readonly internalHosts: readonly string[];
    /** Hosts, besides the feed's own, that its pictures and documents are fetched from. */
    readonly mediaHosts: readonly string[];
  };
  /** The stand-in for the county's offices: public record, listing offices, clock and pictures; null where there is none. */
  readonly county: { readonly url: string; readonly token: string } | null;
  /** The assessor's file that the public record is read from, and headings of its columns by field; null where there is none. */
  readonly assessor: { readonly file: string; readonly columns: Readonly<Record<string, string>> } | null;
  /** Behind TLS: cookies go over it only. */
  readonly secure: boolean;
  /** Proxies whose word on who asks is taken, by address or network. */
  readonly trustedProxies: readonly string[];
  readonly mail: {
    /** The mail server, `smtp:` or `smtps:`. */
    readonly smtp: string;
    readonly user: string | null;
    readonly password: string | null;
    /** A certificate authority of the mail server's own, PEM; null for the usual ones. */
    readonly authority: string | null;
    /** The address that messages come from; its domain is that of their Message-IDs. */
    readonly from: string;
    /** What messages that came back are handed on with; null where they are not. */
    readonly bounceToken: string | null;
    /** The demo's mailbox, which shows what arrived. */
    readonly mailbox: string | null;
  };
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
  /** Days off the market from which on a home counts as offered anew. */
  readonly anewAfterDays: number;
  /** Present when this is a demo: its account, and a clock that can be moved. */
  readonly demo: {
    readonly email: string;
    readonly password: string;
    readonly startsAt: number;
    /** Whether its agents have no clients at first, because these come by themselves. */
    readonly comesEmpty: boolean;
    /** Where the county's people are told the time; null where there are none. */
    readonly people: string | null;
  } | null;
}

export const CONFIG = Symbol('Config');

/** @throws Error naming a variable that is missing */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const { may, need } = settingsIn(env);
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
    feed: feedIn(env),
    county: env['COUNTY_URL'] ? { url: env['COUNTY_URL'], token: need('COUNTY_TOKEN') } : null,
    assessor: env['ASSESSOR_FILE'] ? { file: env['ASSESSOR_FILE'], columns: pairsOf(env['ASSESSOR_COLUMNS']) } : null,
    secure: (env['PUBLIC_URL'] ?? '').startsWith('https://'),
    trustedProxies: listOf(env['TRUSTED_PROXIES']),
    mail: {
      smtp: need('SMTP_URL'),
      user: may('SMTP_USER') ?? null,
      password: may('SMTP_PASSWORD') ?? null,
      authority: may('SMTP_CA') ?? null,
      from: need('MAIL_FROM'),
      bounceToken: may('BOUNCE_TOKEN') ?? null,
      mailbox: env['MAILBOX_URL'] ?? null,
    },
    countyDir: need('COUNTY_DIR'),
    engineSnapshot: env['ENGINE_SNAPSHOT'] ?? null,
    engineThreads: threadsOf(env['ENGINE_THREADS']),
    webDir: env['WEB_DIR'] ?? null,
    place: need('COUNTY_NAME'),
    zone: need('COUNTY_ZONE'),
    notice: need('LISTINGS_NOTICE'),
    anewAfterDays: daysOf(env['ANEW_AFTER_DAYS']),
    demo: env['DEMO_PASSWORD']
      ? {
          email: env['DEMO_EMAIL'] ?? 'juno@wayfarer.example',
          password: env['DEMO_PASSWORD'],
          startsAt: Date.parse(env['DEMO_STARTS_AT'] ?? '2026-04-14T13:12:00Z'),
          comesEmpty: env['DEMO_COMES_EMPTY'] === 'yes',
          people: env['PEOPLE_URL'] ?? null,
        }
      : null,
  };
}

/** A setting that may be there, itself or in a file; one that must. */
function settingsIn(env: NodeJS.ProcessEnv): {
  readonly may: (name: string) => string | undefined;
  readonly need: (name: string) => string;
} {
  const may = (name: string): string | undefined => env[name] || secretIn(env[`${name}_FILE`], name);
  const need = (name: string): string => {
    const value = may(name);
    if (!value) throw new Error(`The environment variable ${name} is missing.`);
    return value;
  };
  return { may, need };
}

function feedIn(env: NodeJS.ProcessEnv): Config['feed'] {
  const { may, need } = settingsIn(env);
  const feedRoot = env['FEED_URL']?.replace(/\/+$/, '');
  const access = (): FeedAccess =>
    may('FEED_TOKEN_URL')
      ? {
          tokenUrl: need('FEED_TOKEN_URL'),
          clientId: need('FEED_CLIENT_ID'),
          clientSecret: need('FEED_CLIENT_SECRET'),
          scope: may('FEED_SCOPE') ?? null,
        }
      : { token: need('FEED_TOKEN') };
  return {
    first: feedRoot ? { root: feedRoot, access: access() } : null,
    internalHosts: [...(feedRoot ? [new URL(feedRoot).host] : []), ...listOf(env['FEED_INTERNAL_HOSTS'])],
    mediaHosts: listOf(env['FEED_MEDIA_HOSTS']),
  };
}

/** A secret that a file holds, without the line's end. @throws Error naming the variable whose file cannot be read */
function secretIn(file: string | undefined, name: string): string | undefined {
  if (!file) return undefined;
  try {
    return readFileSync(file, 'utf8').trim();
  } catch {
    throw new Error(`The file that ${name}_FILE names cannot be read.`);
  }
}

function listOf(text: string | undefined): string[] {
  return (text ?? '').split(',').flatMap((each) => each.trim() || []);
}

/** `LivingArea=BLDG_SQFT, YearBuilt=YB` by field. @throws Error naming what is no such pair */
function pairsOf(text: string | undefined): Record<string, string> {
  return Object.fromEntries(
    listOf(text).map((each) => {
      const [, field, heading] = /^(\w+)\s*=\s*(.+)$/.exec(each) ?? [];
      if (!field || !heading) throw new Error(`ASSESSOR_COLUMNS has “${each}”, which is not FIELD=HEADING.`);
      return [field, heading];
    }),
  );
}

/** A whole number of days, as many as core has them unless the deployment says otherwise. */
function daysOf(asked: string | undefined): number {
  const days = asked === undefined ? ANEW_AFTER_DAYS : Number(asked);
  if (!Number.isInteger(days) || days < 1) throw new Error(`ANEW_AFTER_DAYS is a whole number of days from 1 on, not ${asked}.`);
  return days;
}

const MOST_THREADS = 4;

/** As many as were asked for, or up to four that leave a core to the server itself. */
function threadsOf(asked: string | undefined): number {
  if (asked === undefined) return Math.max(1, Math.min(MOST_THREADS, availableParallelism() - 1));
  const threads = Number(asked);
  if (!Number.isInteger(threads) || threads < 1) throw new Error(`ENGINE_THREADS is a whole number from 1 on, not ${asked}.`);
  return threads;
}
