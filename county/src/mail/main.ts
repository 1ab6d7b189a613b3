import { createServer } from 'node:http';
import { SMTPServer } from 'smtp-server';
import { answerByMail } from '../offices/answerByMail.js';
import { Mailbox } from './mailbox.js';

// the mail stand-in as a process of its own: SMTP in, a mailbox to read over HTTP
const { SMTP_PORT = '0', MAILBOX_PORT = '0', MAILBOX_DIR = '.data/mail', COUNTY_URL = '', COUNTY_TOKEN = '' } = process.env;
const mailbox = new Mailbox(MAILBOX_DIR);
const county = { url: COUNTY_URL, token: COUNTY_TOKEN };

const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  size: 5_000_000,
  onData(stream, session, done) {
    const chunks: Buffer[] = [];
    stream.on('data', (chunk: Buffer) => chunks.push(chunk));
    stream.on('end', () => {
      const [raw, recipients] = [Buffer.concat(chunks), session.envelope.rcptTo.map(({ address }) => address)];
      mailbox.keep(raw, recipients).then(() => done(), done);
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

process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => {
  http.closeAllConnections();
  http.close();
  smtp.close(() => process.exit(0));
});
