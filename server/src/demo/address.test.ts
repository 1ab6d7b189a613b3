import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { simpleParser } from 'mailparser';
import { createTransport } from 'nodemailer';
import { expect, it } from 'vitest';
import { bringLinksTo } from '../../../scripts/address.mjs';

const BEFORE = 'http://127.0.0.1:17668';
const NOW = 'http://127.0.0.1:4100';

it('a demo’s mail leads to the address that it is met at now, wherever its lines are broken, and to no other', async () => {
  const data = mkdtempSync(join(tmpdir(), 'perambula-address-'));
  try {
    mkdirSync(join(data, 'mail'));
    writeFileSync(join(data, 'address'), BEFORE);
    // each longer by a letter, so that every letter of the address once stands where a line is broken
    const said = Array.from({ length: 80 }, (_, i) => `${'é'.repeat(i)} ${BEFORE}/p/token-${i} and http://127.0.0.1:176680/p/x`);
    const transport = createTransport({ streamTransport: true, buffer: true });
    const { message } = await transport.sendMail({
      from: 'a@x.example',
      to: 'b@x.example',
      text: said.join('\n'),
      textEncoding: 'quoted-printable',
    });
    writeFileSync(join(data, 'mail', 'one.eml'), message as Buffer);
    const asked: string[] = [];
    const query = (sql: string) => (asked.push(sql), { stdout: 'outbox', stderr: '', status: 0 });
    bringLinksTo(data, NOW, { query });
    const { text = '' } = await simpleParser(readFileSync(join(data, 'mail', 'one.eml')));
    expect(text.trim()).toBe(said.join('\n').replaceAll(`${BEFORE}/`, `${NOW}/`).trim());
    expect(asked.at(-1)).toContain(`html = REPLACE(html, '${BEFORE}/', '${NOW}/')`);
    bringLinksTo(data, NOW, { query });
    expect(asked.length).toBe(2);
  } finally {
    rmSync(data, { recursive: true });
  }
});
