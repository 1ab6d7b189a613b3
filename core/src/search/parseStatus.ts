import { STATUSES } from '../listing/status.js';
import type { Status } from '../listing/status.js';
import type { StatusTime } from './document.js';
import { parseDate } from './parseDate.js';
import type { Parsed } from './parsed.js';
import { statusAt } from './statusTime.js';

/** The statuses' own names, and what they are called every day. */
const CALLED: Readonly<Record<string, readonly Status[]>> = {
  ...Object.fromEntries(STATUSES.map((status) => [status.toLowerCase(), [status]])),
  'for sale now': ['Active', 'Coming Soon'],
  'for sale': ['Active', 'Coming Soon'],
  sold: ['Closed'],
  'under contract': ['Active Under Contract', 'Pending'],
  'on hold': ['Hold'],
  cancelled: ['Canceled'],
  'off market': ['Withdrawn', 'Expired', 'Canceled'],
  'off unsold': ['Withdrawn', 'Expired', 'Canceled'],
};
const NAMES = new RegExp(
  `\\b(?:${Object.keys(CALLED)
    .sort((a, b) => b.length - a.length)
    .join('|')})\\b`,
  'gi',
);
const EVERY = /^(?:ever listed|ever|any|any status|all|all statuses)$/i;
const NOT = /^(?:not|none of|except|but not)$/i;

/**
 * Statuses, each with a time of its own where one is said: "active, or closed in the last 6 months", "sold since October",
 * "not pending", "ever listed".
 */
export function parseStatus(typed: string, today?: string): Parsed {
  if (EVERY.test(typed)) return { is: { anyOf: STATUSES } };
  const names = [...typed.matchAll(NAMES)];
  const [first] = names;
  const before = first ? typed.slice(0, first.index).trim() : '';
  const isLeftOut = NOT.test(before);
  if (!first || (before !== '' && !isLeftOut)) {
    return { problem: `“${first ? before : typed}” is no status. Try “active, or closed in the last 6 months”.` };
  }
  const entries: StatusTime[] = [];
  for (const [i, name] of names.entries()) {
    const statuses = CALLED[name[0].toLowerCase()] as readonly Status[];
    const said = timeIn(typed.slice(name.index + name[0].length, names[i + 1]?.index));
    const read = said === '' ? null : parseDate(said, today);
    if (read && 'problem' in read) return { problem: `“${said}” is no time. Try “last 6 months” or “since Oct 1, 2025”.` };
    const timed = statuses.map((status) => (read ? statusAt(status, read.is) : { status }));
    if (timed.some((entry) => entry === null)) return { problem: `“${said}” is not a time that has been.` };
    entries.push(...(timed as StatusTime[]));
  }
  const hasTime = entries.some((entry) => Object.keys(entry).length > 1);
  if (isLeftOut && hasTime) return { problem: 'A status is left out at any time. Name the statuses that you want instead.' };
  const named = [...new Set(entries.map(({ status }) => status))];
  if (isLeftOut) return { is: { noneOf: named } };
  return { is: hasTime ? { oneOf: entries } : { anyOf: named } };
}

/** What is said of a status's time, without what joins it to the next status. */
function timeIn(text: string): string {
  return text
    .trim()
    .replace(/[\s,;]*(?:\b(?:or|and)\b)?[\s,;]*$/i, '')
    .replace(/^[\s,;]+/, '')
    .replace(/^(?=\d+ (?:day|week|month|year)s?$)/i, 'last ');
}
