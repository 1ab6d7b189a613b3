import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { simpleParser } from 'mailparser';
import type { ShowingAnswer } from './answer.js';

/** Where the listing offices have their addresses. */
const OFFICES = '@listings.example';
const TRIES = 20;
const PAUSE_MS = 1_000;

/** Where the county keeps its homes, which its offices know. */
interface CountyAddress {
  readonly url: string;
  readonly token: string;
}

/**
 * What a listing office does with a message that asks to show a home: it opens the link, sees what is asked, and answers there,
 * as a person would on the page. Other messages it leaves. One that rings leaves the agent a voice message, which comes as mail.
 *
 * @param leave  hands a message to whoever has its address
 */
export async function answerByMail(
  raw: Buffer,
  recipients: readonly string[],
  county: CountyAddress,
  leave: (message: Buffer, recipient: string) => Promise<void>,
): Promise<void> {
  if (!recipients.some((address) => address.endsWith(OFFICES))) return;
  const { text = '', subject = '', replyTo, from } = await simpleParser(raw);
  const [, origin = '', token = ''] = /(https?:\/\/[^\s/]+)\/asked\/([\w-]+)/.exec(text) ?? [];
  // what says that a time was agreed asks nothing
  if (token === '' || subject.startsWith('Showing agreed')) return;
  for (let tries = 0; tries < TRIES; tries++, await wait(PAUSE_MS)) {
    const asked = await post(`${origin}/api/offices/request`, { token });
    // a server that does not answer now is asked later; one that knows of no such request, never
    if (asked === 'later') continue;
    if (asked === null) return;
    const { listingKey, startAt, address } = asked as { listingKey: string; startAt: string; address: string };
    const answer = await post(
      `${county.url}/showings`,
      { ListingKey: listingKey, startAt: Date.parse(startAt), isReminder: subject.startsWith('Showing request, still open') },
      { authorization: `Bearer ${county.token}` },
    );
    if (answer === 'later' || answer === null) continue;
    if ((answer as ShowingAnswer).answer === 'none') return;
    const { answer: said, note, offeredAt } = answer as ShowingAnswer;
    if (said === 'telephoned') {
      const agent = (replyTo ?? from)?.value[0]?.address;
      if (agent) await leave(voiceMessage(recipients[0] ?? '', agent, address, note), agent);
      return;
    }
    const offer = offeredAt === undefined ? {} : { offeredAt: new Date(offeredAt).toISOString() };
    if ((await post(`${origin}/api/offices/answer`, { token, answer: said, note, ...offer })) !== 'later') return;
  }
}

/** What was said on the telephone, written down, as a message (RFC 5322). */
function voiceMessage(from: string, to: string, address: string, said: string): Buffer {
  const lines = [
    `From: ${from}`,
    `To: ${to}`,
    `Subject: Voice message about ${address}`,
    `Message-ID: <${randomUUID()}@listings.example>`,
    'MIME-Version: 1.0',
    'Content-Type: text/plain; charset=utf-8',
    '',
    `“About the showing of ${address}: ${said}”`,
    '',
    'Note what was said under the showing, so that it stands in everybody’s calendar.',
  ];
  return Buffer.from(`${lines.join('\r\n')}\r\n`);
}

/** What is answered to a body of JSON; null when it is refused. */
async function post(url: string, body: object, headers: Record<string, string> = {}): Promise<unknown> {
  const response = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(5_000),
  }).catch(() => null);
  if (!response || response.status >= 500 || response.status === 429) return 'later';
  return response.ok ? response.json() : null;
}
