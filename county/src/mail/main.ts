import { createServer } from 'node:http';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import { json } from 'node:stream/consumers';
import { SMTPServer } from 'smtp-server';
import { answerByMail } from '../offices/answerByMail.js';
import { People } from '../people/people.js';
import { Mailbox } from './mailbox.js';

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

const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  size: 5_000_000,
  onRcptTo({ address }, _session, done) {
    const full = people?.isFull(address) ? new Error('5.2.2 The mailbox is full.') : null;
    done(full && Object.assign(full, { responseCode: 552 }));
  },
  onData(stream, session, done) {
    const chunks: Buffer[] = [];
    stream.on('data', (chunk: Buffer) => chunks.push(chunk));
    stream.on('end', () => {
      const [raw, recipients] = [Buffer.concat(chunks), session.envelope.rcptTo.map(({ address }) => address)];
      // a message is taken once its reader has it
      Promise.all([mailbox.keep(raw, recipients), people?.receive(raw, recipients)]).then(() => done(), done);
      // the county's people who read their mail
      answerByMail(raw, recipients, county).catch((error: unknown) => process.stderr.write(`${String(error)}\n`));
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
  // only of JSON does a browser ask first whether a page elsewhere may send it
  if (request.headers['content-type'] !== 'application/json') return answer(415, {});
  try {
    await people?.live(((await json(request)) as { now: number }).now);
    answer(200, { next: people?.next ?? null });
  } catch (error) {
    answer(503, { message: (error as Error).message });
  }
}

process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => {
  http.closeAllConnections();
  http.close();
  smtp.close(() => process.exit(0));
});
