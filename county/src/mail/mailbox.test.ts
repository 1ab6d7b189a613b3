import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { Mailbox } from './mailbox.js';

it('keeps one message of an identity for a reader, however often it comes', async () => {
  const mailbox = new Mailbox(mkdtempSync(join(tmpdir(), 'mailbox-')));
  const raw = Buffer.from('Message-ID: <1@x.example>\r\nTo: a@x.example\r\nSubject: =?UTF-8?Q?Caf=C3=A9?=\r\n\r\nHello');
  await mailbox.keep(raw, ['a@x.example']);
  await mailbox.keep(raw, ['a@x.example']);
  await mailbox.keep(Buffer.from(raw.toString().replace('<1@', '<2@')), ['a@x.example']);
  const list = await mailbox.list();
  expect(list.map(({ messageId }) => messageId).sort()).toEqual(['<1@x.example>', '<2@x.example>']);
  expect((await mailbox.list(['<2@x.example>', '<3@x.example>'])).map(({ messageId }) => messageId)).toEqual(['<2@x.example>']);
  expect(list[0]?.subject).toBe('Café');
  expect(mailbox.raw(list[0]?.id ?? '')?.toString()).toContain('Hello');
  expect(mailbox.raw('../../etc/passwd')).toBeNull();
});
