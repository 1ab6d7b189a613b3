import ICAL from 'ical.js';
import Papa from 'papaparse';

/** Somebody of a client's file, as contacts are written out. */
export interface ContactOut {
  readonly client: string;
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  /** Their own; null where it is the household's. */
  readonly timeZone: string | null;
  readonly notes: string;
}

/** A table that a spreadsheet opens and `readContactFile` reads; no cell can start a formula. */
export function contactsCsv(contacts: readonly ContactOut[]): string {
  const rows = contacts.map(({ client, name, email, phone, timeZone, notes }) => [
    client,
    name,
    email,
    phone,
    timeZone ?? '',
    notes,
  ]);
  return Papa.unparse([['Household', 'Name', 'E-mail', 'Phone', 'Time zone', 'Notes'], ...rows], {
    escapeFormulae: true,
    newline: '\r\n',
  });
}

/** vCard 4 (RFC 6350): a card for each person, and for each household of several a group whose members are their addresses. */
export function contactsVcard(contacts: readonly ContactOut[]): string {
  const households = new Map<string, ContactOut[]>();
  for (const contact of contacts) households.set(contact.client, [...(households.get(contact.client) ?? []), contact]);
  const cards = [...households].flatMap(([client, people]) => [
    ...people.map(({ name, email, phone, timeZone, notes }, i) =>
      card([
        ['fn', name],
        ['email', email],
        ...(phone ? [['tel', phone] as const] : []),
        ...(timeZone ? [['tz', timeZone] as const] : []),
        // the notes are the household's
        ...(notes && i === 0 ? [['note', notes] as const] : []),
      ]),
    ),
    ...(people.length > 1 || people[0]?.name !== client
      ? [card([['kind', 'group'], ['fn', client], ...people.map(({ email }) => ['member', `mailto:${email}`] as const)])]
      : []),
  ]);
  return cards.map((each) => `${each}\r\n`).join('');
}

function card(properties: readonly (readonly [name: string, value: string])[]): string {
  const component = new ICAL.Component('vcard');
  for (const [name, value] of [['version', '4.0'] as const, ...properties]) component.addPropertyWithValue(name, value);
  return component.toString();
}
