import { parse, VCARD, FNProperty, EmailProperty, TelProperty, TzProperty, NoteProperty, TextType } from 'vcard4';
import { describe, expect, it } from 'vitest';
import { readContactFile } from './readContacts.js';
import { contactsCsv, contactsVcard } from './writeContacts.js';

const PEOPLE = [
  {
    client: 'Ada & Ben Lo',
    name: 'Ada Lo',
    email: 'ada@lo.example',
    phone: '555-0101',
    timeZone: null,
    notes: 'Likes brick; no, "brick"\nand a garden',
  },
  {
    client: 'Ada & Ben Lo',
    name: 'Ben Lo',
    email: 'ben@lo.example',
    phone: '',
    timeZone: 'America/Denver',
    notes: 'Likes brick; no, "brick"\nand a garden',
  },
  {
    client: 'Zoë Ångström-Vale',
    name: 'Zoë Ångström-Vale',
    email: 'zoe@vale.example',
    phone: '+1 555-0102',
    timeZone: null,
    notes: '',
  },
];
const HOUSEHOLDS = [
  {
    name: 'Ada & Ben Lo',
    people: [
      { name: 'Ada Lo', email: 'ada@lo.example', phone: '555-0101' },
      { name: 'Ben Lo', email: 'ben@lo.example', timeZone: 'America/Denver' },
    ],
    notes: 'Likes brick; no, "brick"\nand a garden',
  },
  {
    name: 'Zoë Ångström-Vale',
    people: [{ name: 'Zoë Ångström-Vale', email: 'zoe@vale.example', phone: '+1 555-0102' }],
    notes: '',
  },
];

describe('contacts', () => {
  it.each([
    ['vCard', contactsVcard(PEOPLE)],
    ['CSV', contactsCsv(PEOPLE)],
  ])('are read back as they were written: %s', (_, text) => {
    expect(readContactFile(text)).toEqual({ households: HOUSEHOLDS, refused: [] });
  });

  it('are written so that the package vcard4 reads them, lines folded at 75 octets (RFC 6350, 3.2)', () => {
    const text = contactsVcard([{ ...(PEOPLE[0] as (typeof PEOPLE)[0]), notes: 'ü'.repeat(400) }]);
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 77)).toBe(true);
    const cards = parse(text);
    const all = Array.isArray(cards) ? cards : [cards];
    const valuesOf = (name: string): string[] =>
      all.flatMap(
        (card) => (card.getProperty(name) as unknown as { value: string }[] | undefined)?.map(({ value }) => value) ?? [],
      );
    expect(all).toHaveLength(2);
    expect(valuesOf('FN')).toEqual(['Ada Lo', 'Ada & Ben Lo']);
    expect(valuesOf('NOTE')).toEqual(['ü'.repeat(400)]);
  });

  it('are read as the package vcard4 writes them', () => {
    const text = (value: string): TextType => new TextType(value);
    const card = new VCARD([
      new FNProperty([], text('Tove Lind')),
      new EmailProperty([], text('tove@lind.example')),
      new TelProperty([], text('555-0107')),
      new TzProperty([], text('America/Halifax')),
      new NoteProperty([], text('Two dogs, a boat; and time')),
    ]).repr();
    expect(readContactFile(card).households).toEqual([
      {
        name: 'Tove Lind',
        people: [{ name: 'Tove Lind', email: 'tove@lind.example', phone: '555-0107', timeZone: 'America/Halifax' }],
        notes: 'Two dogs, a boat; and time',
      },
    ]);
  });

  it('of older versions are read, too (RFC 2426)', () => {
    const text =
      'BEGIN:VCARD\r\nVERSION:3.0\r\nN:Marsh;Ida;;;\r\nFN:Ida Marsh\r\nitem1.EMAIL;TYPE=INTERNET:ida@marsh.example\r\nTEL;TYPE=CELL:555-0103\r\nEND:VCARD\r\n';
    expect(readContactFile(text).households).toEqual([
      { name: 'Ida Marsh', people: [{ name: 'Ida Marsh', email: 'ida@marsh.example', phone: '555-0103' }], notes: '' },
    ]);
  });

  it.each([
    ['3.0', 'TZ:-05:00'],
    ['4.0', 'TZ:Mars/Olympus'],
    ['4.0', 'TZ;VALUE=utc-offset:-0500'],
  ])('keep a time zone that has no name (vCard %s, %s) in their notes', (version, line) => {
    const text = `BEGIN:VCARD\nVERSION:${version}\nFN:Ida Marsh\nEMAIL:ida@marsh.example\n${line}\nNOTE:A boat\nEND:VCARD\n`;
    const [household] = readContactFile(text).households;
    expect(household?.people).toEqual([{ name: 'Ida Marsh', email: 'ida@marsh.example' }]);
    expect(household?.notes).toMatch(/^A boat\nTime zone: (-05:?00|Mars\/Olympus)$/);
  });

  it('that cannot be read keep no other back, and say why by their place in the file', () => {
    const good = (n: number): string => `BEGIN:VCARD\nVERSION:4.0\nFN:P ${n}\nEMAIL:p${n}@lo.example\nEND:VCARD\n`;
    const { households, refused } = readContactFile(
      `${good(1)}BEGIN:VCARD\nVERSION:4.0\nFN:Broken\nEMAIL:x@lo.example\n${good(2)}BEGIN:VCARD\nVERSION:4.0\nFN:No Mail\nEND:VCARD\n${good(3)}`,
    );
    expect(households.map(({ name }) => name)).toEqual(['P 1', 'P 2', 'P 3']);
    expect(refused).toEqual([
      { at: 2, reason: 'it is not a whole vCard' },
      { at: 4, reason: 'it has no e-mail address' },
    ]);
  });

  it.each([
    ['a table without addresses', 'Name,Phone\nAda,555-0101\n'],
    ['something else', '<html></html>'],
    ['nothing', ''],
  ])('are not taken from %s, with a sentence that says what is wanted', (_, text) => {
    expect(() => readContactFile(text)).toThrow(/neither vCard nor a table of people/);
  });

  it('stand once, however often the file has them', () => {
    const { households } = readContactFile('Name,Email\nAda Lo,ada@lo.example\nA. Lo,ADA@lo.example\n');
    expect(households).toHaveLength(1);
  });

  it('cannot put a formula into a spreadsheet', () => {
    const text = contactsCsv([
      { client: '=HYPERLINK("x")', name: '@SUM(1)', email: 'a@lo.example', phone: '-1', timeZone: null, notes: '+1' },
    ]);
    for (const cell of text.split(/[,\r\n]+/)) expect(cell.replace(/^"/, '')).not.toMatch(/^[=+\-@]/);
  });

  it('are at most so many at once', () => {
    const rows = Array.from({ length: 501 }, (_, i) => `P ${i},p${i}@lo.example`);
    expect(() => readContactFile(['Name,Email', ...rows].join('\n'))).toThrow(/501 households/);
  });
});
