import type { ContactHousehold, NewPerson } from '@perambula/contract';
import { MOST_HOUSEHOLDS } from '@perambula/contract';
import { isEmail } from 'class-validator';
import ICAL from 'ical.js';
import Papa from 'papaparse';
import { Failure } from '../common/failure.js';
import { isZone } from '../common/fields.js';

/** Households of a file, and what of it could not be read: a card or line, from 1, and why. */
export interface ReadContacts {
  readonly households: readonly ContactHousehold[];
  readonly refused: readonly { readonly at: number; readonly reason: string }[];
}

/** Somebody read from a file, and with whom they stand in it; the time zone may be any text until `contactOf` looked at it. */
interface Contact extends Required<NewPerson> {
  readonly at: number;
  readonly household: string;
  readonly notes: string;
}

const MOST = { name: 120, phone: 40, notes: 20_000 } as const;
const BROKEN = /[\p{Cc}\p{Cs}]/u;

/** What columns of people's lists are called; compared without case, spaces and hyphens. */
const COLUMNS = {
  name: ['name', 'fullname', 'displayname', 'contact', 'contactname'],
  first: ['firstname', 'givenname', 'first'],
  last: ['lastname', 'familyname', 'surname', 'last'],
  email: ['email', 'emailaddress', 'email1', 'email1value', 'primaryemail', 'mail'],
  phone: ['phone', 'telephone', 'phonenumber', 'mobile', 'mobilephone', 'cell', 'cellphone', 'phone1value', 'primaryphone'],
  household: ['household', 'client', 'file', 'family', 'householdname'],
  timeZone: ['timezone', 'tz', 'zone'],
  notes: ['notes', 'note', 'comments', 'remarks'],
} as const;

/** Reads people from vCard (RFC 6350, and the versions before it) or CSV; those who stand together become one household. */
export function readContactFile(text: string): ReadContacts {
  const isCards = /^\uFEFF?\s*BEGIN:VCARD/i.test(text);
  const { contacts, refused } = isCards ? readCards(text) : readTable(text);
  const households = gathered(contacts);
  if (households.length > MOST_HOUSEHOLDS)
    throw new Failure(
      'request.tooLarge',
      `The file holds ${households.length} households. Send it in parts of ${MOST_HOUSEHOLDS} at most.`,
    );
  return { households, refused };
}

interface Contacts {
  readonly contacts: readonly Contact[];
  readonly refused: readonly { readonly at: number; readonly reason: string }[];
}

/** Each card is read by itself, so that a broken one keeps no other back. */
function readCards(text: string): Contacts {
  const cards = text.split(/^(?=BEGIN:VCARD\s*$)/im).filter((card) => card.replace(/^\uFEFF/, '').trim() !== '');
  const contacts: Contact[] = [];
  const refused: { at: number; reason: string }[] = [];
  const groups = new Map<string, string>();
  cards.forEach((card, i) => {
    const read = readCard(card.replace(/^\uFEFF/, ''), i + 1);
    if (typeof read === 'string') refused.push({ at: i + 1, reason: read });
    else if ('members' in read) for (const member of read.members) groups.set(member, read.name);
    else contacts.push(read);
  });
  return {
    contacts: contacts.map((each) => ({ ...each, household: groups.get(each.email.toLowerCase()) ?? each.household })),
    refused,
  };
}

/** A person, a group with its members' addresses, or why it is neither. */
function readCard(text: string, at: number): Contact | { name: string; members: string[] } | string {
  let card: ICAL.Component;
  try {
    card = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch {
    return 'it is not a whole vCard';
  }
  const all = (name: string): string[] => card.getAllProperties(name).flatMap((each) => sayValue(each.getFirstValue()));
  const [n] = card.getAllProperties('n').map((each) => each.getFirstValue() as unknown);
  const [last, first] = Array.isArray(n) ? n.map(String) : [];
  const name = (all('fn')[0] ?? [first, last].filter(Boolean).join(' ')).trim();
  if (all('kind')[0]?.toLowerCase() === 'group')
    return { name, members: all('member').map((uri) => uri.replace(/^mailto:/i, '').toLowerCase()) };
  return contactOf({
    at,
    name,
    email: all('email')[0] ?? '',
    phone: (all('tel')[0] ?? '').replace(/^tel:/i, ''),
    timeZone: all('tz')[0] ?? '',
    household: '',
    notes: all('note').join('\n'),
  });
}

function sayValue(value: unknown): string[] {
  // a semicolon may be escaped where it parts nothing (RFC 6350, 3.4)
  return value === null || value === undefined ? [] : [String(value).replaceAll('\\;', ';')];
}

function readTable(text: string): Contacts {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const columns = new Map((meta.fields ?? []).map((field) => [field.toLowerCase().replace(/[\s_\-–:]/g, ''), field]));
  const columnOf = (names: readonly string[]): string | undefined =>
    names.map((each) => columns.get(each)).find((each) => each !== undefined);
  const found = Object.fromEntries(Object.entries(COLUMNS).map(([what, names]) => [what, columnOf(names)]));
  if (found['email'] === undefined || (found['name'] ?? found['first'] ?? found['last']) === undefined)
    throw new Failure(
      'request.unreadable',
      'This is neither vCard nor a table of people. A table’s first line names its columns: Name and E-mail at least; Household, Phone and Notes where there are any.',
    );
  const contacts: Contact[] = [];
  const refused: { at: number; reason: string }[] = [];
  data.forEach((row, i) => {
    const cell = (what: keyof typeof COLUMNS): string => {
      const column = found[what];
      // an apostrophe keeps a spreadsheet from taking a cell for a formula
      return column === undefined ? '' : (row[column] ?? '').trim().replace(/^'(?=[=+@-])/, '');
    };
    // the first line names the columns
    const at = i + 2;
    const name = cell('name') || [cell('first'), cell('last')].filter(Boolean).join(' ');
    const { household, notes, phone, email, timeZone } = {
      household: cell('household'),
      timeZone: cell('timeZone'),
      notes: cell('notes'),
      phone: cell('phone'),
      email: cell('email'),
    };
    const read = contactOf({ at, name, email, phone, timeZone, household, notes });
    if (typeof read === 'string') refused.push({ at, reason: read });
    else contacts.push(read);
  });
  return { contacts, refused };
}

/** Somebody who can be taken, or why not. */
function contactOf(contact: Contact): Contact | string {
  const { email, phone, household } = contact;
  // a zone that the IANA database does not name is kept in their words
  const timeZone = isZone(contact.timeZone.trim()) ? contact.timeZone.trim() : '';
  const notes =
    timeZone === '' && contact.timeZone.trim() !== '' ? `${contact.notes}\nTime zone: ${contact.timeZone.trim()}` : contact.notes;
  const address = email.trim().replace(/^mailto:/i, '');
  const name = contact.name.trim() || address;
  if (address === '') return 'it has no e-mail address';
  if (!isEmail(address, { allow_utf8_local_part: false }) || address.length > 254)
    return `“${address.slice(0, 60)}” is no e-mail address`;
  if (BROKEN.test(name) || BROKEN.test(household) || BROKEN.test(phone)) return 'it holds control characters';
  if (name.length > MOST.name || household.length > MOST.name) return `its name is longer than ${MOST.name} letters`;
  if (phone.length > MOST.phone) return `its telephone number is longer than ${MOST.phone} letters`;
  if (notes.length > MOST.notes) return `its notes are longer than ${MOST.notes.toLocaleString('en-US')} letters`;
  return { ...contact, name, email: address, phone: phone.trim(), timeZone, notes: notes.trim() };
}

/** Those of one household together, in the order of the file; an address stands once in it. */
function gathered(contacts: readonly Contact[]): ContactHousehold[] {
  const households = new Map<string, Contact[]>();
  const known = new Set<string>();
  for (const contact of contacts) {
    const address = contact.email.toLowerCase();
    if (known.has(address)) continue;
    known.add(address);
    const key = contact.household ? `household ${contact.household.toLowerCase()}` : `person ${address}`;
    households.set(key, [...(households.get(key) ?? []), contact]);
  }
  return [...households.values()].map((people) => ({
    name: people[0]?.household || (people[0]?.name ?? ''),
    people: people.map(({ name, email, phone, timeZone }) => ({
      name,
      email,
      ...(phone ? { phone } : {}),
      ...(timeZone ? { timeZone } : {}),
    })),
    notes: [...new Set(people.map(({ notes }) => notes).filter(Boolean))].join('\n').slice(0, MOST.notes),
  }));
}
