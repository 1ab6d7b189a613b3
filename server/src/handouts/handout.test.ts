import { forAudience } from '@perambula/core';
import { PNG } from 'pngjs';
import { extractText, getDocumentProxy, getMeta } from 'unpdf';
import { describe, expect, it } from 'vitest';
import { handoutPages } from './handout.js';
import type { Handout, HandoutHome } from './handout.js';
import { printable } from './pictures.js';
import { printed } from './print.js';

const SVG = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 640 400"><rect width="640" height="400" fill="#cde"/></svg>';

const home = (i: number): HandoutHome => ({
  listing: forAudience(
    {
      ListingKey: `K${i}`,
      ListingId: `2400${i}`,
      UnparsedAddress: `${i} Lantern Ln, Port Ostrey`,
      City: 'Port Ostrey',
      StandardStatus: 'Active',
      ListPrice: 400_000 + 1000 * i,
      BedroomsTotal: 3,
      PublicRemarks: `Home number ${i} by the water.`,
      PrivateRemarks: 'The seller is in a hurry.',
      ListOfficeName: 'Marl & Mason',
      ListOfficePhone: '555-0114',
      OriginatingSystemName: 'Ostrey County Listing Exchange',
      ModificationTimestamp: '2026-04-14T13:12:00Z',
    },
    'message',
  ),
  pictures: [SVG, SVG],
  verify: i === 2 ? ['Living area'] : [],
});
const handout = (more: Partial<Handout> = {}): Handout => ({
  title: 'Homes for Žofie',
  date: 'Tuesday, April 14, 2026',
  form: 'both',
  words: 'By the water,\nas you asked.',
  homes: [1, 2, 3, 4].map(home),
  agent: {
    name: 'Juno Albright',
    officeName: 'Wayfarer Buyers’ Agents',
    phone: '555-0142',
    postalAddress: '12 Chandlery St, Port Ostrey',
    licenseNumber: '00-417',
  },
  notice: 'Deemed reliable, not guaranteed.',
  zone: 'America/New_York',
  ...more,
});

/** The pages as another program reads them (PDF.js). */
async function readBack(which: Handout): Promise<{ pages: string[]; sizes: number[][]; title: unknown }> {
  const pdf = await getDocumentProxy(new Uint8Array(await printed(handoutPages(which))));
  const { text } = await extractText(pdf);
  const sizes = await Promise.all(text.map(async (_, i) => (await pdf.getPage(i + 1)).view));
  return { pages: text.map((page) => page.replace(/\s+/g, ' ')), sizes, title: (await getMeta(pdf)).info['Title'] };
}

describe('a handout', () => {
  it('is letter paper with the office at the head and the notice at the foot of every page', async () => {
    const { pages, sizes, title } = await readBack(handout());
    expect(title).toBe('Homes for Žofie');
    expect(pages.length).toBeGreaterThan(1);
    // ANSI/ASME Y14.1: letter paper is 8½ by 11 inches, of 72 points each
    expect(new Set(sizes.map((size) => size.join(' ')))).toEqual(new Set(['0 0 612 792']));
    for (const [i, page] of pages.entries())
      for (const said of [
        'Wayfarer Buyers’ Agents',
        'license 00-417',
        'Deemed reliable',
        'Equal housing',
        `${i + 1} of ${pages.length}`,
      ])
        expect(page).toContain(said);
  });

  it('tells each home with its facts and its listing office, and nothing that is for the agent only', async () => {
    const all = (await readBack(handout())).pages.join(' ');
    // of the one home, in the table and at its pictures
    expect(all.match(/Verify: Living area/g)).toHaveLength(2);
    for (const said of [
      'By the water, as you asked.',
      '2 Lantern Ln',
      '$402,000',
      'Home number 4 by the water.',
      'Listed by Marl & Mason, 555-0114',
    ])
      expect(all).toContain(said);
    expect(all).not.toContain('hurry');
  });

  it('is a table, or pictures, or both', async () => {
    const [table, pictures] = await Promise.all([readBack(handout({ form: 'table' })), readBack(handout({ form: 'pictures' }))]);
    expect(table.pages.join()).toContain('Beds');
    expect(table.pages.join()).not.toContain('Home number 1');
    expect(pictures.pages.join()).not.toContain('Beds');
    expect(pictures.pages.join()).toContain('Home number 1');
  });

  it('prints letters that its own fonts lack in another that has them', async () => {
    const { pages } = await readBack(handout({ title: 'Čapek, Łódź, Ærø, Жук, Ωμέγα – 2½', form: 'table', homes: [home(1)] }));
    expect(pages[0]).toContain('Čapek, Łódź, Ærø, Жук, Ωμέγα – 2½');
  });
});

describe('a picture to be printed', () => {
  const svg = (inside: string): Buffer => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg">${inside}</svg>`);
  it('is a drawing, or begins as a PNG or a JPEG does', () => {
    expect(printable(svg('<path d="M0 0h1"/>'))).toContain('<path');
    expect(printable(PNG.sync.write(new PNG({ width: 4, height: 3 })))).toBeInstanceOf(Buffer);
    expect(printable(Buffer.from('ffd8ffe0', 'hex'))).toBeInstanceOf(Buffer);
    expect(printable(Buffer.from('RIFF0000WEBP'))).toBeNull();
    expect(printable(Buffer.from('%PDF-1.7'))).toBeNull();
  });
  it('is whole, and not larger than anybody’s', () => {
    const whole = PNG.sync.write(new PNG({ width: 40, height: 30 }));
    expect(printable(whole.subarray(0, 20))).toBeNull();
    expect(printable(whole.subarray(0, whole.length - 30))).toBeNull();
    const huge = Buffer.from(whole);
    huge.writeUInt32BE(60_000, 16);
    huge.writeUInt32BE(60_000, 20);
    expect(printable(huge)).toBeNull();
    expect(printable(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><rect></svg>'))).toBeNull();
  });
  it('brings in nothing besides itself', () => {
    for (const reaching of [
      '<image href="/etc/passwd"/>',
      '<use href="http://elsewhere.example/x.svg#a"/>',
      '<rect fill="url(http://elsewhere.example/x.svg#a)"/>',
      '<style>@import "x"</style>',
      '<foreignObject/>',
    ])
      expect(printable(svg(reaching))).toBeNull();
    expect(printable(Buffer.from('<!DOCTYPE svg [<!ENTITY a "b">]><svg/>'))).toBeNull();
    expect(printable(svg('<rect fill="url(#sky)"/><use href="#roof"/>'))).not.toBeNull();
    expect(printable(svg(' '.repeat(200_001)))).toBeNull();
  });
});
