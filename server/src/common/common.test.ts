import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { NextFunction, Request, Response } from 'express';
import { afterAll, describe, expect, it } from 'vitest';
import { readConfig } from './config.js';
import { guardDepth } from './depth.js';
import { asFailure } from './failureFilter.js';
import { Failure, found } from './failure.js';
import { Thread } from './thread.js';

interface Calls {
  double: { ask: number; answer: number };
  fail: { ask: string; answer: never };
  die: { ask: null; answer: never };
  count: { ask: null; answer: number };
  work: { ask: number; answer: null };
  wait: { ask: number; answer: null };
}

const folder = mkdtempSync(join(tmpdir(), 'perambula-thread-'));
const script = join(folder, 'thread.mjs');
writeFileSync(
  script,
  `import { answerCalls } from ${JSON.stringify(new URL('../../dist/common/thread.js', import.meta.url).href)};
   let asked = 0;
   answerCalls({
     double: (n) => n * 2,
     fail: (why) => { throw new Error(why); },
     die: () => process.exit(3),
     count: () => ++asked,
     work: (ms) => {
       for (const to = performance.now() + ms; performance.now() < to;);
       return null;
     },
     wait: (ms) => new Promise((go) => setTimeout(go, ms, null)),
   });`,
);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('Thread', () => {
  it('answers each call with its own answer, in whatever order they were asked', async () => {
    const thread = new Thread<Calls>(pathToFileURL(script));
    expect(await Promise.all([1, 2, 3, 4].map((n) => thread.ask('double', n)))).toEqual([2, 4, 6, 8]);
    await thread.end();
  });
  it('tells a failure by its own message, and goes on', async () => {
    const thread = new Thread<Calls>(pathToFileURL(script));
    await expect(thread.ask('fail', 'the feed answered 503')).rejects.toThrow('the feed answered 503');
    expect(await thread.ask('double', 21)).toBe(42);
    await thread.end();
  });
  it('is waited for until it has begun, and again once it has ended', async () => {
    const slow = join(folder, 'slow.mjs');
    writeFileSync(
      slow,
      `await new Promise((go) => setTimeout(go, 300)); await import(${JSON.stringify(pathToFileURL(script).href)});`,
    );
    const thread = new Thread<Calls>(pathToFileURL(slow));
    for (let life = 0; life < 2; life++) {
      await thread.begun();
      // what is asked now waits for nothing but its answer
      expect([await thread.ask('count', null), thread.unanswered]).toEqual([1, 0]);
      await thread.end();
    }
  });
  it('that cannot begin says so to whoever waits for it', async () => {
    const thread = new Thread<Calls>(pathToFileURL(join(folder, 'none.mjs')));
    await expect(thread.begun()).rejects.toThrow(/none\.mjs/);
  });
  it('tells how long it has worked, and not how long it has waited', async () => {
    const thread = new Thread<Calls>(pathToFileURL(script));
    await thread.begun();
    const worked = async (call: 'work' | 'wait'): Promise<number> => {
      // longer than it may have been since it was last looked at
      await new Promise((go) => setTimeout(go, 20));
      const before = thread.worked();
      await thread.ask(call, 400);
      return thread.worked() - before;
    };
    // work is shorter where others have the processor, and never nothing
    const [waiting, working] = [await worked('wait'), await worked('work')];
    expect(working).toBeGreaterThan(waiting);
    expect(working).toBeLessThan(500);
    await thread.end();
    expect(thread.worked()).toBe(0);
  });
  it('that dies fails whoever waits, says so once, and is started anew with nothing in it', async () => {
    let ended = 0;
    const thread = new Thread<Calls>(pathToFileURL(script), {}, () => ended++);
    expect([await thread.ask('count', null), await thread.ask('count', null)]).toEqual([1, 2]);
    await expect(thread.ask('die', null)).rejects.toThrow(/ended before it answered/);
    expect(ended).toBe(1);
    expect(await thread.ask('count', null)).toBe(1);
    await thread.end();
  });
});

describe('guardDepth', () => {
  const passes = (body: unknown): boolean => {
    let failure: unknown;
    guardDepth({ body } as Request, {} as Response, ((error?: unknown) => (failure = error)) as NextFunction);
    return failure === undefined;
  };
  const nested = (levels: number): unknown => {
    let value: unknown = 1;
    for (let i = 0; i < levels; i++) value = i % 2 ? [value] : { value };
    return value;
  };
  it('lets pass what any search needs, and stops what is nested without end', () => {
    expect([undefined, null, {}, [], nested(20)].map(passes)).toEqual([true, true, true, true, true]);
    expect([nested(60), nested(5000)].map(passes)).toEqual([false, false]);
  });
});

describe('failures', () => {
  it('of its own keep their code; others are told without their inside', () => {
    const own = new Failure('showing.past', 'That time is past.', { startAt: 1 });
    expect(asFailure(own).body).toEqual({ code: 'showing.past', message: 'That time is past.', details: { startAt: 1 } });
    const other = asFailure(new Error('ER_NO_SUCH_TABLE secret'));
    expect([other.status, other.message.includes('secret')]).toEqual([500, false]);
    expect(asFailure({ status: 413 }).code).toBe('request.tooLarge');
    expect(asFailure(null).code).toBe('server.failed');
  });
  it('found gives what is there, and one sentence for what is not or is another’s', () => {
    expect(found(0, 'thing')).toBe(0);
    expect(() => found(null, 'listing')).toThrow('There is no such listing, or it is not yours.');
  });
});

describe('readConfig', () => {
  const env = {
    DB_PORT: '3306',
    DB_PASSWORD: 'x',
    FEED_URL: 'http://f',
    FEED_TOKEN: 't',
    SMTP_URL: 'smtp://m',
    MAIL_FROM: 'alerts@m.example',
    COUNTY_DIR: '/c',
    COUNTY_NAME: 'C',
    COUNTY_ZONE: 'America/New_York',
    LISTINGS_NOTICE: 'Verify.',
  };
  it('needs what it cannot do without, and names it', () => {
    const { FEED_URL: _, FEED_TOKEN: __, ...others } = env;
    for (const name of Object.keys(others)) expect(() => readConfig({ ...env, [name]: undefined })).toThrow(name);
    expect(readConfig(others).feed.first).toBeNull();
    expect(() => readConfig({ ...others, FEED_URL: 'http://f' })).toThrow('FEED_TOKEN');
    expect(readConfig(env)).toMatchObject({ port: 4100, zone: 'America/New_York', demo: null });
  });
  it('reads nothing that docs/configuration.md leaves out, and the other way about', () => {
    const text = (file: string): string => readFileSync(new URL(file, import.meta.url), 'utf8');
    const [source, told] = [text('./config.ts') + text('./log.ts'), text('../../../docs/configuration.md')];
    const read = [...source.matchAll(/(?:env\[|need\(|may\()'([A-Z_]+)'/g)].map(([, name]) => name);
    const named = [...told.matchAll(/`([A-Z]+(?:_[A-Z]+)*)`(?=[^|]*\|)/g)].map(([, name]) => name);
    expect(read.length).toBeGreaterThan(15);
    expect([...new Set(named)].sort()).toEqual([...new Set(read)].sort());
  });
  it('takes a feed’s token, or what one is asked for with, and any secret from a file', () => {
    const { FEED_TOKEN: _, ...open } = env;
    const client = { FEED_TOKEN_URL: 'http://f/token', FEED_CLIENT_ID: 'us', FEED_CLIENT_SECRET: 's' };
    expect(readConfig({ ...open, ...client }).feed.first).toMatchObject({
      root: 'http://f',
      access: { tokenUrl: 'http://f/token', clientId: 'us', clientSecret: 's', scope: null },
    });
    expect(() => readConfig({ ...open, FEED_TOKEN_URL: 'http://f/token' })).toThrow('FEED_CLIENT_ID');
    const file = join(mkdtempSync(join(tmpdir(), 'secret-')), 'token');
    writeFileSync(file, 'from a file\n');
    expect(readConfig({ ...open, FEED_TOKEN_FILE: file }).feed.first?.access).toEqual({ token: 'from a file' });
    expect(() => readConfig({ ...open, FEED_TOKEN_FILE: `${file}.none` })).toThrow('FEED_TOKEN_FILE');
  });
  it('begins a demo in the morning of April 14, 2026, by the county’s clock', () => {
    const { demo } = readConfig({ ...env, DEMO_PASSWORD: 'walk the bounds' });
    expect(new Date(demo?.startsAt ?? 0).toLocaleString('en-US', { timeZone: 'America/New_York' })).toBe('4/14/2026, 9:12:00 AM');
  });
});
