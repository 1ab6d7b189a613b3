import { simpleParser } from 'mailparser';
import mjml2html from 'mjml';
import { createTransport } from 'nodemailer';
import { describe, expect, it } from 'vitest';
import { markupOf, renderLetter } from './letter.js';
import type { Letter } from './letter.js';
import type { LetterReport } from './report.js';

const AGENT = {
  name: 'Juno Albright',
  officeName: 'Wayfarer Buyers’ Agents',
  phone: '555-0142',
  postalAddress: '4 Quay St, Port Ostrey',
  licenseNumber: 'OS-20417',
};

const letter = (more: Partial<Letter> = {}): Letter => ({
  greeting: 'Hello Amara,',
  paragraphs: ['here is what I found.'],
  homes: [
    {
      listingKey: 'k1',
      words: '',
      why: 'New on the market',
      price: '$418,000',
      address: '27 Lantern Ln, Port Ostrey',
      facts: '4 bd · 2½ ba · 2,140 sq ft',
      credit: 'Listed by Marl & Mason, 555-0114 · updated Tue, Apr 14, 9:12 am',
      picture: 'http://127.0.0.1:4100/media/OST0000001/0.png',
      url: 'http://127.0.0.1:4100/p/token?home=OST0000001',
    },
  ],
  button: { label: 'See them all', url: 'http://127.0.0.1:4100/p/token' },
  agent: AGENT,
  stopUrl: 'http://127.0.0.1:4100/stop/other',
  ...more,
});

/** The letter as it goes over the wire (nodemailer) and is read again (mailparser). */
async function readBack(which: Letter, subject = 'Within reach of the ferry: 3 homes'): ReturnType<typeof simpleParser> {
  const { html, text } = await renderLetter(which);
  const { message } = await createTransport({ streamTransport: true, buffer: true }).sendMail({
    from: 'juno@wayfarer.example',
    to: 'amara@lindqvist.example',
    subject,
    html,
    text,
  });
  return simpleParser(message);
}

describe('renderLetter', () => {
  it('says the same in both of its parts', async () => {
    const { html = '', text = '' } = await readBack(letter());
    for (const words of [
      'Hello Amara,',
      'here is what I found.',
      '$418,000',
      '27 Lantern Ln, Port Ostrey',
      'New on the market',
      'See them all',
    ]) {
      expect(text).toContain(words);
      expect(html).toContain(words);
    }
    expect(text).toContain('Listed by Marl & Mason, 555-0114');
    expect(html).toContain('Marl &#38; Mason');
  });
  it('ends with who writes, from where, under which licence, and how to stop it', async () => {
    const { html = '', text = '' } = await readBack(letter({ homes: [], button: null }));
    for (const part of [String(html), text])
      for (const words of [
        'Juno Albright',
        'Wayfarer Buyers’ Agents',
        '4 Quay St, Port Ostrey',
        '555-0142',
        'OS-20417',
        'Equal housing opportunity',
        '/stop/other',
      ])
        expect(part).toContain(words);
  });
  it('shows what people wrote as they wrote it, and runs none of it', async () => {
    const { html = '' } = await readBack(
      letter({
        greeting: '<script>alert(1)</script>',
        paragraphs: ['5 < 6 & "so"\nnext line', '<img src=x onerror=alert(1)>', '{{ 7 * 7 }} <mj-raw>'],
      }),
    );
    expect(html).not.toMatch(/<script|<img src=x|<mj-raw>/i);
    expect(html).toContain('5 &#60; 6 &#38; &#34;so&#34;<br');
    expect(html).toContain('{{ 7 * 7 }}');
  });
  it('keeps an address from breaking out of its link', async () => {
    const [home] = letter().homes;
    if (!home) throw new Error('There is no home.');
    const { html = '' } = await readBack(
      letter({ homes: [{ ...home, address: '1 "Quote\' St', url: 'http://127.0.0.1/"><b>x' }] }),
    );
    expect(html).not.toContain('"><b>x');
  });
  it('carries letters of any alphabet through subject and words (RFC 2047, RFC 2045)', async () => {
    const { subject, text } = await readBack(letter({ paragraphs: ['Čapková – Ærø – 松本 – ½'] }), 'Für Žofie: 3 homes – ½ mile');
    expect(subject).toBe('Für Žofie: 3 homes – ½ mile');
    expect(text).toContain('Čapková – Ærø – 松本 – ½');
  });
  it('is what MJML would have made of it whole', async () => {
    const [home] = letter().homes;
    if (!home) throw new Error('There is no home.');
    const odd = { ...home, address: '1 "Quote\' St & <b>', words: '$& $1 {{0}} \uE0003\uE001', url: 'http://127.0.0.1/?a=1&b=2' };
    const report: LetterReport = {
      homes: [{ ...odd, verify: 'Lot size', remarks: 'Light & air.', morePictures: [home.picture, home.picture] }],
      table: { heads: ['Price', 'Beds'], rows: [['$418,000', '4']], homes: [{ ...odd, verify: '' }] },
    };
    const letters = [
      letter({ homes: [home, odd] }),
      letter({ homes: [odd, home] }),
      letter({ report, button: null, stopUrl: null }),
    ];
    const same = (html: string): string => html.replace(/<br ?\/>/g, '<br>').replace(/\s+/g, ' ');
    for (const each of letters) {
      const { html } = await mjml2html(
        markupOf(each, (part) => part),
        { validationLevel: 'strict' },
      );
      expect(same((await renderLetter(each)).html)).toBe(same(html));
    }
  });
  it('asks for nothing but the pictures of its homes', async () => {
    const { html = '' } = await readBack(letter());
    const asked = [...String(html).matchAll(/(?:src|url\()\s*=?\s*["'(]?(https?:[^"')\s]+)/g)].map(([, url]) => url);
    expect(asked).toEqual(['http://127.0.0.1:4100/media/OST0000001/0.png']);
    expect(html).not.toMatch(/fonts\.googleapis|<link[^>]+https?:/);
  });
});
