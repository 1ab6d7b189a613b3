import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { simpleParser } from 'mailparser';

export interface MailSummary {
  readonly id: string;
  readonly messageId: string;
  readonly from: string;
  readonly to: readonly string[];
  readonly subject: string;
  readonly date: string | null;
  /** When it arrived, ISO 8601, by the machine's clock. */
  readonly receivedAt: string;
}

/** Messages as .eml files in a folder. A message that comes again under the same Message-ID to the same reader overwrites itself. */
export class Mailbox {
  /** Summaries by file: a message does not change. */
  private readonly summaries = new Map<string, MailSummary>();

  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
  }

  async keep(raw: Buffer, recipients: readonly string[]): Promise<void> {
    const { messageId } = await simpleParser(headOf(raw));
    const id = createHash('sha256')
      .update(messageId ?? raw)
      .update(recipients.join())
      .digest('hex')
      .slice(0, 16);
    // written aside and renamed, so that a half-written message is never listed
    const aside = join(this.folder, `${id}.part`);
    writeFileSync(aside, raw, { mode: 0o600 });
    renameSync(aside, join(this.folder, `${id}.eml`));
  }

  /** Newest first; all of them, or those of some Message-IDs. */
  async list(messageIds?: readonly string[]): Promise<MailSummary[]> {
    const files = readdirSync(this.folder).filter((file) => file.endsWith('.eml'));
    const summaries: MailSummary[] = [];
    for (const file of files) summaries.push(await this.summary(file));
    const wanted = messageIds && new Set(messageIds);
    return summaries
      .filter(({ messageId }) => !wanted || wanted.has(messageId))
      .sort((a, b) => (a.receivedAt < b.receivedAt ? 1 : -1));
  }

  raw(id: string): Buffer | null {
    if (!/^[0-9a-f]{16}$/.test(id)) return null;
    try {
      return readFileSync(join(this.folder, `${id}.eml`));
    } catch {
      return null;
    }
  }

  private async summary(file: string): Promise<MailSummary> {
    const known = this.summaries.get(file);
    if (known) return known;
    const path = join(this.folder, file);
    const mail = await simpleParser(headOf(readFileSync(path)));
    const to = [mail.to ?? []].flat().flatMap(({ value }) => value.map(({ address }) => address ?? ''));
    const summary = {
      id: file.slice(0, -4),
      messageId: mail.messageId ?? '',
      from: mail.from?.text ?? '',
      to,
      subject: mail.subject ?? '',
      date: mail.date?.toISOString() ?? null,
      receivedAt: statSync(path).mtime.toISOString(),
    };
    this.summaries.set(file, summary);
    return summary;
  }
}

/** A message's header fields (RFC 5322, 2.1), which are a message by themselves: its body takes long to read. */
function headOf(raw: Buffer): Buffer {
  const end = raw.indexOf('\r\n\r\n');
  return end < 0 ? raw : raw.subarray(0, end + 4);
}
