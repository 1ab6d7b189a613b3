import { isoPeriod } from '../time/period.js';
import type { PeriodUnit } from '../time/period.js';

const WORDS: Readonly<Record<string, number>> = {
  a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10, eleven: 11, twelve: 12,
}; // prettier-ignore
const PARTS: Readonly<Record<string, number>> = { '¼': 0.25, '½': 0.5, '¾': 0.75 };
const NUMBER_WORDS = Object.keys(WORDS)
  .sort((a, b) => b.length - a.length)
  .join('|');

/** A count as it is said: 3, 1.5, 1½, 1 1/2, three, one and a half, half a, a. */
export const COUNT = String.raw`(?:\d+ 1/2|\d[\d,]*(?:\.\d+)?\s*[¼½¾]?|\.\d+|[¼½¾]|(?:a )?quarter(?: of)?(?: an?)?|half(?: an?)?|(?:${NUMBER_WORDS})(?: and a half)?(?![a-z]))`;

/** Money as it is said: $450,000, 450k, 1.2 million, 450. */
export const MONEY = String.raw`(?:\$\s*)?\d[\d,]*(?:\.\d+)?(?:\s*(?:k|m|thousand|million|grand)\b)?`;

/** The number of a text that COUNT or MONEY matched. */
export function numberOf(text: string): number {
  const said = text.trim().toLowerCase().replace(/[$,]/g, '').trim();
  if (/^(?:a )?quarter/.test(said)) return 0.25;
  if (said.startsWith('half')) return 0.5;
  const half = / and a half$/.exec(said);
  const word = WORDS[half ? said.slice(0, half.index) : said];
  if (word !== undefined) return word + (half ? 0.5 : 0);
  const match = /^(\d*\.?\d*)\s*(1\/2|[¼½¾])?\s*(k|m|thousand|million|grand)?$/.exec(said);
  const [, digits = '', part = '', scale = ''] = match ?? [];
  const whole = digits === '' ? 0 : Number(digits);
  const thousands = /^(?:k|thousand|grand)$/.test(scale) ? 1000 : scale === '' ? 1 : 1_000_000;
  return Math.round((whole + (part === '1/2' ? 0.5 : (PARTS[part] ?? 0))) * thousands * 100) / 100;
}

/** A time back from now: "in the last 30 days", "this week", "since yesterday". */
export const PERIOD = String.raw`(?:(?:in |within |over |during )?(?:the )?(?:last|past) (?:(?:${COUNT}) )?(?:day|week|month|year)s?|this (?:week|month)|today|since yesterday|lately|recently)`;

/** The ISO 8601 period of a text that PERIOD matched; a week where it names no length. */
export function periodOf(text: string): string {
  const match = new RegExp(`(?:last|past) (?:(${COUNT}) )?(day|week|month|year)s?`).exec(text);
  if (match) return isoPeriod(Math.max(1, Math.round(numberOf(match[1] ?? 'one'))), match[2] as PeriodUnit);
  if (/month/.test(text)) return 'P1M';
  return /today|yesterday/.test(text) ? 'P1D' : 'P7D';
}
