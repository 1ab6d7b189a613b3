import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type {
  Agent,
  ClientFile,
  ClientSummary,
  CountAnswer,
  Deployment,
  FeedState,
  RecordAnswer,
  Setup,
  Showing,
  Today,
} from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { simpleParser } from 'mailparser';
import { generate } from 'selfsigned';
import { SMTPServer } from 'smtp-server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort, ROOT } from '../../../scripts/machine.mjs';
import { Browser, startTestStack } from '../testing/stack.js';
import { startStandardFeed } from '../testing/standardFeed.js';
import type { StandardFeed } from '../testing/standardFeed.js';
import type { TestStack } from '../testing/stack.js';

const SOON = { timeout: 90_000, interval: 300 } as const;
const ACCOUNT = { user: 'perambula', pass: 'at the mail server' };
const FEED_TOKEN = 'a key to the feed';
/** How many homes the feed has. */
const HOMES = 80;
const LOST = /<gone@nowhere\.example>/;

/** A mail server that takes nothing without TLS and a sign-in; not ours. */
let smtp: SMTPServer;
const arrived: { readonly raw: Buffer; readonly secure: boolean; readonly user: string }[] = [];
let feed: StandardFeed;
let stack: TestStack;
let browser: Browser;
let web = '';
let log = '';
const ASSESSORS = join(mkdtempSync(join(tmpdir(), 'perambula-assessor-')), 'roll.csv');
/** What makes a server no demo, and its mail real. */
const SETTINGS: Record<string, string> = {};

beforeAll(async () => {
  const { private: key, cert } = await generate([{ name: 'commonName', value: 'localhost' }], { keySize: 2048 });
  smtp = new SMTPServer({
    key,
    cert,
    authMethods: ['PLAIN', 'LOGIN'],
    onAuth: ({ username, password }, _session, done) =>
      username === ACCOUNT.user && password === ACCOUNT.pass ? done(null, { user: username }) : done(new Error('Who is that?')),
    onData: (stream, { secure, user }, done) => {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        arrived.push({ raw: Buffer.concat(chunks), secure, user: String(user) });
        done();
      });
    },
  });
  await new Promise<void>((resolve) => smtp.listen(0, '127.0.0.1', resolve));
  const { port: smtpPort } = smtp.server.address() as { port: number };
  stack = await startTestStack();
  const { status, stderr } = stack.database.query("CREATE DATABASE another; GRANT ALL ON another.* TO perambula@'127.0.0.1'");
  expect([status, stderr]).toEqual([0, '']);
  const homes = await someHomes();
  feed = await startStandardFeed(homes, FEED_TOKEN);
  const port = await freePort();
  writeFileSync(ASSESSORS, assessorsFile(homes[0] as ListingRecord));
  Object.assign(SETTINGS, {
    ASSESSOR_FILE: ASSESSORS,
    ASSESSOR_COLUMNS: 'LivingArea=HEATED, YearBuilt=YB',
    DEMO_PASSWORD: '',
    FEED_URL: '',
    COUNTY_URL: '',
    MAILBOX_URL: '',
    FEED_INTERNAL_HOSTS: '127.0.0.1',
    SMTP_URL: `smtp://localhost:${smtpPort}`,
    SMTP_USER: ACCOUNT.user,
    SMTP_PASSWORD: ACCOUNT.pass,
    SMTP_CA: cert,
    MAIL_FROM: 'alerts@office.example',
    BOUNCE_TOKEN: 'came-back',
  });
  ({ web } = await stack.another(port, { ...SETTINGS, DB_NAME: 'another' }));
  log = join(dirname(stack.database.folder), 'logs', `server-${port}.log`);
  browser = new Browser(web);
});
afterAll(async () => {
  rmSync(dirname(ASSESSORS), { recursive: true });
  feed.server.close();
  await stack.end();
  await new Promise<void>((resolve) => smtp.close(() => resolve()));
});

const ADMINISTRATOR = {
  name: 'Ines Calloway',
  email: 'Ines@Calloway.example',
  password: 'a gate in the hedge',
  phone: '555-0171',
  officeName: 'Calloway & Daughters',
  postalAddress: '3 Weir St, Wrenfield',
  licenseNumber: '00-801',
};

describe('a copy that is no demo', () => {
  it('has nobody in it, and nothing of a demo', async () => {
    expect(await browser.good<Deployment>('GET', '/api/deployment')).toMatchObject({ isDemo: false, isNew: true });
    expect((await browser.good<{ account: unknown }>('GET', '/api/session/demo')).account).toBeNull();
    expect((await fetch(`${web}/api/health`)).status).toBe(200);
  });

  it('lets whoever has the code that it printed make the first account, once', async () => {
    const code = (): string => /with this code: (\S+)/.exec(readFileSync(log, 'utf8'))?.[1] ?? '';
    await expect.poll(code, SOON).toMatch(/^[2-9A-Z]{4}-[2-9A-Z]{4}-[2-9A-Z]{4}$/);
    const wrong = await browser.ask('POST', '/api/session/first', { ...ADMINISTRATOR, code: 'ABCD-EFGH-JKMN' });
    expect(wrong).toMatchObject({ status: 403, body: { code: 'session.code' } });
    const short = await browser.ask('POST', '/api/session/first', { ...ADMINISTRATOR, code: code(), password: 'short' });
    expect(short.body.message).toBe('Choose a password of 12 characters or more.');
    const made = await browser.good<Agent>('POST', '/api/session/first', { ...ADMINISTRATOR, code: code().toLowerCase() });
    expect(made).toMatchObject({ name: 'Ines Calloway', email: 'ines@calloway.example', role: 'administrator' });
    expect((await browser.good<Agent>('GET', '/api/session')).id).toBe(made.id);
    const again = await browser.ask('POST', '/api/session/first', { ...ADMINISTRATOR, email: 'b@b.example', code: code() });
    expect(again).toMatchObject({ status: 403, body: { code: 'session.code' } });
    expect(await browser.good<Deployment>('GET', '/api/deployment')).toMatchObject({ isNew: false });
    for (const [method, path] of [
      ['POST', '/api/demo/clock'],
      ['GET', '/api/mailbox'],
    ] as const)
      expect((await browser.ask(method, path, method === 'POST' ? { advance: 'P1D' } : undefined)).status).toBe(404);
  });

  it('is used before it has a feed: nothing is found, and nothing fails', async () => {
    expect(await browser.good<FeedState>('GET', '/api/feed')).toMatchObject({ address: null, first: null, failure: null });
    const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
    expect((await browser.good<CountAnswer>('POST', '/api/searches/count', { search })).fit).toBe(0);
    await expect.poll(async () => (await browser.ask('GET', '/api/today')).status, SOON).toBe(200);
  });

  it('sends mail over TLS with a sign-in, which its administrator can try', async () => {
    const setup = await browser.good<Setup>('GET', '/api/setup');
    expect(setup.mail).toMatchObject({ from: 'alerts@office.example', takesBounces: true });
    expect(setup.files.every(({ isThere }) => isThere)).toBe(true);
    expect(await browser.good('POST', '/api/setup/message')).toEqual({ to: 'ines@calloway.example' });
    expect(arrived.at(-1)).toMatchObject({ secure: true, user: ACCOUNT.user });
    const { from, messageId } = await simpleParser(arrived.at(-1)?.raw ?? '');
    expect(from?.text).toBe('"Calloway & Daughters" <alerts@office.example>');
    expect(messageId).toMatch(/@office\.example>$/);
  });

  it('reads the feed that its administrator names, another project’s OData server: to the last home', async () => {
    await browser.good('PUT', '/api/feed/source', { address: feed.root, token: FEED_TOKEN });
    await expect.poll(async () => (await browser.good<FeedState>('GET', '/api/feed')).hasReadAll, SOON).toBe(true);
    const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
    const fit = async (): Promise<number> => (await browser.good<CountAnswer>('POST', '/api/searches/count', { search })).fit;
    await expect.poll(fit, SOON).toBe(HOMES);
    expect((await browser.good<FeedState>('GET', '/api/feed')).rejects).toEqual([]);
  });

  it('finds a home’s parcel in the assessor’s file, however either writes its number', async () => {
    const record = async (): Promise<Setup['record']> => (await browser.good<Setup>('GET', '/api/setup')).record;
    await expect.poll(record, SOON).toMatchObject({ from: 'file', parcels: 1, refused: 0, failure: null });
    const { ListingKey, LivingArea } = (await someHomes())[0] as ListingRecord;
    const answer = await browser.good<RecordAnswer>('GET', `/api/listings/${ListingKey}/record`);
    expect(answer.record).toMatchObject({ OwnerName: 'The assessor’s own' });
    expect(answer.differences).toContainEqual(
      expect.objectContaining({ field: 'LivingArea', listed: LivingArea, recorded: Number(LivingArea) + 111 }),
    );
  });

  it('asks a listing office by mail, which answers on the page behind its link, without an account', async () => {
    const { id: clientId } = await browser.good<{ id: string }>('POST', '/api/clients', {
      name: 'Ode Fenner',
      people: [{ name: 'Ode Fenner', email: 'ode@fenner.example' }],
    });
    const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
    const { rows } = await browser.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', { search, set: 'fit' });
    const listingKey = rows.find(({ StandardStatus }) => StandardStatus === 'Active')?.ListingKey;
    const { id } = await browser.good<{ id: string }>('POST', '/api/showings', { clientId, listingKey });
    const startAt = new Date(Date.now() + 3 * 86_400_000).toISOString();
    await browser.good('POST', `/api/showings/${id}/time`, { startAt, withoutAgreement: true });
    const letter = (): string =>
      arrived.map(({ raw }) => raw.toString()).find((raw) => /^Subject: Showing request/m.test(raw)) ?? '';
    await expect.poll(letter, SOON).not.toBe('');
    const { text = '', replyTo } = await simpleParser(letter());
    expect(replyTo?.text).toBe('ines@calloway.example');
    expect(text).not.toContain('Fenner');
    const token = /\/asked\/([\w-]+)/.exec(text)?.[1];
    await new Browser(web).good('POST', '/api/offices/answer', { token, answer: 'confirmed', note: 'Shoes off, please.' });
    const showing = (await browser.good<Showing[]>('GET', '/api/showings')).find((each) => each.id === id);
    expect(showing).toMatchObject({ state: 'confirmed', startAt });
    expect(showing?.answer).toMatch(/ confirms\. “Shoes off, please\.”$/);
  });

  it('takes back what came back: the agent is told, and the address is not written to again', async () => {
    const { id } = await browser.good<{ id: string }>('POST', '/api/clients', {
      name: 'Gone Away',
      people: [{ name: 'Gone Away', email: 'gone@nowhere.example' }],
    });
    const file = (): Promise<ClientFile> => browser.good<ClientFile>('GET', `/api/clients/${id}`);
    const person = (await file()).people[0];
    await browser.good('POST', `/api/clients/${id}/people/${person?.id}/confirmation`);
    const letter = (): string => arrived.map(({ raw }) => raw.toString()).find((raw) => LOST.test(raw)) ?? '';
    await expect.poll(letter, SOON).not.toBe('');
    const messageId = /^Message-ID: (<\S+>)/im.exec(letter())?.[1] ?? '';
    expect(messageId).toMatch(/@office\.example>$/);
    const link = /\/confirm\/([\w-]+)/.exec((await simpleParser(letter())).text ?? '')?.[1];
    await browser.good('POST', '/api/confirm', { token: link });
    expect((await file()).people[0]?.confirmedAt).not.toBeNull();

    const handOn = async (report: string, token = 'came-back'): Promise<unknown> => {
      const response = await fetch(`${web}/api/mail/bounces`, {
        method: 'POST',
        headers: { authorization: `Bearer ${token}`, 'content-type': 'message/rfc822' },
        body: report,
      });
      return response.ok ? response.json() : response.status;
    };
    expect(await handOn(bounce(messageId, 'failed', '5.1.1'), 'made up')).toBe(401);
    expect(await handOn('Subject: hello\r\n\r\nI am away until Monday.')).toEqual({ taken: 0 });
    expect(await handOn(bounce(messageId, 'delayed', '4.4.1'))).toEqual({ taken: 0 });
    // deeper than any message
    const nested = Array.from(
      { length: 5000 },
      (_, i) => `--b${i}\r\nContent-Type: multipart/mixed; boundary="b${i + 1}"\r\n\r\n`,
    );
    expect(await handOn(`Content-Type: multipart/mixed; boundary="b0"\r\n\r\n${nested.join('')}`)).toEqual({ taken: 0 });
    expect(await handOn(bounce('<another@office.example>', 'failed', '5.1.1'))).toEqual({ taken: 0 });
    expect((await file()).people[0]?.confirmedAt).not.toBeNull();
    expect(await handOn(bounce(messageId, 'failed', '5.1.1'))).toEqual({ taken: 1 });
    expect(await handOn(bounce(messageId, 'failed', '5.1.1'))).toEqual({ taken: 0 });
    expect((await file()).people[0]?.confirmedAt).toBeNull();
    const today = await browser.good<Today>('GET', '/api/today');
    expect(JSON.stringify(today)).toContain('It came back: 550 5.1.1 <gone@nowhere.example>: no such mailbox');
  });
});

describe('a backup', () => {
  it('is put back elsewhere, whole, by its own commands; never over something unasked, and never half', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'perambula-backup-'));
    const file = join(folder, 'all.sql.gz');
    const { host, port, user, password } = stack.run.database;
    const run = (script: string, name: string, ...args: string[]): { status: number | null; stdout: string; stderr: string } =>
      spawnSync(process.execPath, [join(ROOT, 'scripts', script), ...args], {
        encoding: 'utf8',
        env: { ...process.env, DB_HOST: host, DB_PORT: String(port), DB_USER: user, DB_PASSWORD: password, DB_NAME: name },
      });
    expect(run('backup.mjs', 'another', '--to', file).stdout).toMatch(/^Backed up to /);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(run('restore.mjs', 'another', '--from', file)).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/ tables\. A restore takes the place of all/),
    });
    expect(run('restore.mjs', 'another', '--from', join(folder, 'none')).stderr).toContain('There is no file');
    expect(run('backup.mjs', 'nowhere', '--to', join(folder, 'no.sql.gz')).status).toBe(1);
    expect(readdirSync(folder)).toEqual(['all.sql.gz']);

    stack.database.query("CREATE DATABASE again; GRANT ALL ON again.* TO perambula@'127.0.0.1'");
    expect(run('restore.mjs', 'again', '--from', file)).toMatchObject({ status: 0, stderr: '' });
    // a second time over the first, as after a broken one
    expect(run('restore.mjs', 'again', '--from', file, '--over')).toMatchObject({ status: 0, stderr: '' });
    const other = await stack.another(await freePort(), { ...SETTINGS, DB_NAME: 'again' });
    const there = await new Browser(other.web).signIn('ines@calloway.example', ADMINISTRATOR.password);
    const [here, restored] = await Promise.all([browser, there].map((each) => each.good<ClientSummary[]>('GET', '/api/clients')));
    expect(restored).toEqual(here);
    const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
    const fit = async (each: Browser): Promise<number> =>
      (await each.good<CountAnswer>('POST', '/api/searches/count', { search })).fit;
    await expect.poll(() => fit(there), SOON).toBe(await fit(browser));
    rmSync(folder, { recursive: true });
  });
});

/** Homes of the county's feed that are for sale. */
async function someHomes(): Promise<ListingRecord[]> {
  const { url, token } = stack.run.feed;
  const filter = encodeURIComponent("StandardStatus eq 'Active' and PropertyType eq 'Residential'");
  const response = await fetch(`${url}/odata/Property?$filter=${filter}&$orderby=ListingKey&$top=${HOMES}`, {
    headers: { authorization: `Bearer ${token}` },
  });
  return ((await response.json()) as { value: ListingRecord[] }).value;
}

/** A file as the assessor's office might write it, with other names and without the number's dashes. */
function assessorsFile({ ParcelNumber, LivingArea }: ListingRecord): string {
  const apn = String(ParcelNumber).replace(/\W/g, '');
  return `APN,OWNER,HEATED,YB\r\n${apn},The assessor’s own,${Number(LivingArea) + 111},1931\r\n`;
}

/** A delivery status notification, after the examples of RFC 3464, appendix E. */
function bounce(messageId: string, action: string, status: string): string {
  return [
    'From: Mail Delivery Subsystem <MAILER-DAEMON@office.example>',
    'To: alerts@office.example',
    'Subject: Returned mail: see transcript for details',
    'MIME-Version: 1.0',
    'Content-Type: multipart/report; report-type=delivery-status; boundary="part"',
    '',
    '--part',
    '',
    'The message could not be delivered.',
    '',
    '--part',
    'Content-Type: message/delivery-status',
    '',
    'Reporting-MTA: dns; mail.office.example',
    '',
    'Final-Recipient: RFC822; gone@nowhere.example',
    `Action: ${action}`,
    `Status: ${status}`,
    'Diagnostic-Code: SMTP; 550 5.1.1',
    ' <gone@nowhere.example>: no such mailbox',
    '',
    '--part',
    'Content-Type: message/rfc822',
    '',
    `Message-ID: ${messageId}`,
    'From: alerts@office.example',
    'To: gone@nowhere.example',
    'Subject: Is this your address?',
    '',
    'Hello',
    '',
    '--part--',
    '',
  ].join('\r\n');
}
