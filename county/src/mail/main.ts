import { createServer } from 'node:http';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { json } from 'node:stream/consumers';
import { setTimeout as wait } from 'node:timers/promises';
import { SMTPServer } from 'smtp-server';
import { answerByMail } from '../offices/answerByMail.js';
import { People } from '../people/people.js';
import { Mailbox } from './mailbox.js';
import { atAddress, atConnection, MANNERS, thinksFor } from './manner.js';
import type { Manner } from './manner.js';
import { reportOf, REPORTS } from './report.js';
import type { ReportKind } from './report.js';

// the mail stand-in as a process of its own: SMTP in, a mailbox to read over HTTP, and the county's people, who read their mail
const {
  SMTP_PORT = '0',
  MAILBOX_PORT = '0',
  MAILBOX_DIR = '.data/mail',
  COUNTY_URL = '',
  COUNTY_TOKEN = '',
  PEOPLE_OF,
  PEOPLE_AGENTS_UNTIL = '',
  PEOPLE_PASSWORD = '',
  REPORTS_TO,
  REPORTS_TOKEN = '',
} = process.env;
const mailbox = new Mailbox(MAILBOX_DIR);
const county = { url: COUNTY_URL, token: COUNTY_TOKEN };
const people = PEOPLE_OF
  ? new People({
      origin: PEOPLE_OF,
      file: join(MAILBOX_DIR, 'people.json'),
      agentsUntil: Date.parse(PEOPLE_AGENTS_UNTIL),
      password: PEOPLE_PASSWORD,
    })
  : null;

let manner: Manner = 'takes';
const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  size: 5_000_000,
  onConnect(_session, done) {
    done(atConnection(manner));
  },
  // a connection that is kept open is told so, too
  onMailFrom(_address, _session, done) {
    done(atConnection(manner));
  },
  onRcptTo({ address }, _session, done) {
    done(atAddress(manner, people?.isFull(address) === true));
  },
  onData(stream, session, done) {
    const chunks: Buffer[] = [];
    stream.on('data', (chunk: Buffer) => chunks.push(chunk));
    stream.on('end', () => {
      const [raw, recipients] = [Buffer.concat(chunks), session.envelope.rcptTo.map(({ address }) => address)];
      // a message is taken once its reader has it
      wait(thinksFor(manner))
        .then(() => Promise.all([mailbox.keep(raw, recipients), people?.receive(raw, recipients)]))
        .then(() => done(), done);
      // the county's people who read their mail
      answerByMail(raw, recipients, county, (message, recipient) => mailbox.keep(message, [recipient])).catch((error: unknown) =>
        process.stderr.write(`${String(error)}\n`),
      );
    });
  },
});
smtp.on('error', (error) => process.stderr.write(`${error.message}\n`));
smtp.listen(Number(SMTP_PORT), '127.0.0.1');

const http = createServer((request, response) => {
  const { pathname: path, searchParams } = new URL(request.url ?? '/', 'http://localhost');
  const eml = /^\/([0-9a-f]{16})\.eml$/.exec(path);
  const raw = eml ? mailbox.raw(eml[1] as string) : null;
  if (path === '/health') {
    response.writeHead(200, { 'content-type': 'application/json' }).end('{"status":"up"}');
  } else if (path === '/people' && request.method === 'POST') {
    void liveOn(request, response);
  } else if (path === '/manner') {
    void behave(request, response);
  } else if (path === '/reports' && request.method === 'POST') {
    void reportMessage(request, response);
  } else if (raw) {
    response.writeHead(200, { 'content-type': 'message/rfc822' }).end(raw);
  } else if (path === '/') {
    const messageIds = searchParams.getAll('messageId');
    mailbox.list(messageIds.length > 0 ? messageIds : undefined).then(
      (messages) => response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(messages)),
      () => response.writeHead(500).end(),
    );
  } else {
    response.writeHead(404).end();
  }
});
http.listen(Number(MAILBOX_PORT), '127.0.0.1');

/** The county's people live on until a moment, as they are told by whoever moves the clock. */
async function liveOn(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const answer = (status: number, body: object): void =>
    void response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
  if (!isJson(request)) return answer(415, {});
  try {
    await people?.live(((await json(request)) as { now: number }).now);
    answer(200, { next: people?.next ?? null });
  } catch (error) {
    answer(503, { message: (error as Error).message });
  }
}

/** Says how it behaves, or behaves as it is told. */
async function behave(request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (request.method === 'PUT') {
    const asked = isJson(request) ? ((await json(request).catch(() => null)) as { manner?: Manner } | null)?.manner : undefined;
    if (!asked || !MANNERS.includes(asked)) return void response.writeHead(400).end();
    manner = asked;
  }
  response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify({ manner }));
}

/** Hands a report of a message to its sender. */
async function reportMessage(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const asked = isJson(request) ? ((await json(request).catch(() => null)) as { id?: string; kind?: ReportKind } | null) : null;
  const raw = asked?.id ? mailbox.raw(asked.id) : null;
  if (!asked?.kind || !REPORTS.includes(asked.kind) || !raw || !REPORTS_TO) return void response.writeHead(404).end();
  const [summary] = (await mailbox.list()).filter(({ id }) => id === asked.id);
  const [headers = ''] = raw.toString('latin1').split(/\r?\n\r?\n/, 1);
  const answered = await fetch(REPORTS_TO, {
    method: 'POST',
    headers: { authorization: `Bearer ${REPORTS_TOKEN}`, 'content-type': 'message/rfc822' },
    body: reportOf(asked.kind, summary?.to[0] ?? '', headers),
  }).catch(() => null);
  response.writeHead(answered?.ok ? 200 : 502, { 'content-type': 'application/json' }).end('{}');
}

/** Only of JSON does a browser ask first whether a page elsewhere may send it. */
function isJson(request: IncomingMessage): boolean {
  return request.headers['content-type'] === 'application/json';
}

process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => {
  http.closeAllConnections();
  http.close();
  smtp.close(() => process.exit(0));
});
