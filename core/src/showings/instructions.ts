import { HOUR, hourOf, NUMBERS } from '../time/hour.js';
import type { TimeSpan } from '../rounds/round.js';

/** Who lives in a home that is shown. */
export type HomeOccupant = 'vacant' | 'owner' | 'tenant';

/** What a listing's showing instructions ask, as far as they could be read. */
export interface ShowingRules {
  readonly occupant: HomeOccupant | null;
  /** Hours from asking to showing, at least. */
  readonly noticeHours: number | null;
  /** The hours of the day, in minutes from midnight; null where nothing is said of them. */
  readonly hours: TimeSpan | null;
  /** ISO weekdays, 1 for Monday, on which it is not shown. */
  readonly notOn: readonly number[];
  /** Whether it is shown at open houses only, and whether somebody is to be called first. */
  readonly isOpenHouseOnly: boolean;
  readonly isCallFirst: boolean;
  /** The sentences of which nothing could be read, as they are written. */
  readonly unread: readonly string[];
}

const DAYS = ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'];
const DAY = '(?:mon|tues|wednes|thurs|fri|satur|sun)days?|mon|tues?|weds?|thurs?|fri|sat|sun';
const NUMBER_WORDS: Readonly<Record<string, number>> = { one: 1, an: 1, a: 1, two: 2, three: 3, four: 4, six: 6, twelve: 12 };

interface Reading {
  occupant: HomeOccupant | null;
  noticeHours: number | null;
  from: number | null;
  until: number | null;
  notOn: Set<number>;
  isOpenHouseOnly: boolean;
  isCallFirst: boolean;
}

type Take = (found: RegExpExecArray, reading: Reading) => void;
/** What a pattern says where it is found; each stands for one way of speaking. */
type WayOfSpeaking = readonly [RegExp, Take];

const WAYS: readonly WayOfSpeaking[] = [
  [/\b(?:vacant|unoccupied|nobody lives|no one lives|empty)\b/, (_, r) => void (r.occupant = 'vacant')],
  [/\b(?:tenants?|renters?|lessees?)\b/, (_, r) => void (r.occupant = 'tenant')],
  [/\b(?:owners?|sellers?)\b(?!['’]s? (?:agent|name))/, (_, r) => void (r.occupant ??= 'owner')],
  [/\bopen houses? only|only (?:at|during) (?:the )?open houses?\b/, (_, r) => void (r.isOpenHouseOnly = true)],
  [
    /\b(?:call|text|phone|ring)\b|\bby appointment\b|\bappointment (?:only|required|needed)\b/,
    (_, r) => void (r.isCallFirst = true),
  ],
];
const WAYS_OF_DAYS: readonly WayOfSpeaking[] = [
  [
    new RegExp(String.raw`\b(?:not?|nothing|never)\b[^.;]*?\b(?:on |for )?(${DAY})\b(?:\W*(?:and|or|,)\s*(${DAY})\b)?`),
    ([, one, other], r) => [one, other].forEach((day) => day !== undefined && r.notOn.add(weekdayOf(day))),
  ],
  [
    /\b(?:weekdays only|no weekends?|not (?:on |at )?weekends?|monday (?:to|through) friday(?: only)?)\b/,
    (_, r) => [6, 7].forEach((day) => r.notOn.add(day)),
  ],
  [/\bweekends? only\b/, (_, r) => [1, 2, 3, 4, 5].forEach((day) => r.notOn.add(day))],
];
const NOTICE: WayOfSpeaking = [
  /\b(\d+|one|an?|two|three|four|six|twelve)[- ]*(hours?|hrs?|h|days?)(?:['’]s?)?(?: (?:of )?(?:advance )?(?:notice|ahead|before|in advance|required|needed)|\W*$)|\b(?:same|next)[- ]day notice|\bday before\b/,
  ([words, n, unit], r) =>
    void (r.noticeHours = unit ? numberOf(n) * (unit.startsWith('d') ? 24 : 1) : words.startsWith('same') ? 0 : 24),
];
/** "After 10 am", "until 6", said of showing and of nothing else. */
const LEAD = String.raw`^(?:shown?|showings?|available|any ?time|open|ok)?\W*`;
const AFTER = new RegExp(String.raw`${LEAD}(?:after|from)\s+${HOUR}`);
const BEFORE = new RegExp(String.raw`${LEAD}(?:before|until|till|by)\s+${HOUR}`);
/** Hours within which it is shown; the first of these that is found says all. */
const WHEN: readonly WayOfSpeaking[] = [
  [
    new RegExp(String.raw`(?:\bfrom\s+|\bbetween\s+|\b)${HOUR}\s*(?:to|-|–|—|until|till|and)\s*${HOUR}`),
    ([, ...hours], r) => {
      r.from = minutesOf(hours, 'morning');
      r.until = minutesOf(hours.slice(5), 'evening');
    },
  ],
  [AFTER, ([, ...hour], r) => void (r.from = minutesOf(hour, 'morning'))],
  [BEFORE, ([, ...hour], r) => void (r.until = minutesOf(hour, 'evening'))],
];
/** What is never: "no showings before 10 or after 6". */
const NEVER: readonly WayOfSpeaking[] = [
  [
    new RegExp(String.raw`\b(?:before|until|till|earlier than)\s+${HOUR}`),
    ([, ...hour], r) => void (r.from = minutesOf(hour, 'morning')),
  ],
  [new RegExp(String.raw`\b(?:after|later than)\s+${HOUR}`), ([, ...hour], r) => void (r.until = minutesOf(hour, 'evening'))],
];
const FORBIDS = /\b(?:no|not|nothing|never)\b/;
const SOME_DAYS = new RegExp(String.raw`\b(?:weekdays?|weekends?|${DAY})\b`);
/** What asks nothing of anybody who comes. */
const SAYS_NOTHING =
  /^\W*(?:please|thanks?(?: you)?|easy (?:to )?show(?:ing)?|(?:go |and |show )*any ?time|(?:go |and )+show|shows? well|book with the office|go any day)\W*$/;

/** Reads a listing's showing instructions, sentence by sentence. */
export function readInstructions(text: string): ShowingRules {
  const reading: Reading = {
    occupant: null,
    noticeHours: null,
    from: null,
    until: null,
    notOn: new Set(),
    isOpenHouseOnly: false,
    isCallFirst: false,
  };
  const unread: string[] = [];
  // a dot that ends no sentence goes first
  const whole = text.replace(/\b(hrs?|appt)\./gi, '$1').replace(/\b([ap])\.\s?m\b\.?/gi, '$1m');
  for (const sentence of whole.split(/(?<=[.;!\n])\s+|,\s+(?=(?:no|not|never)\b)/i).map((part) => part.trim())) {
    const said = inDigits(sentence.toLowerCase());
    if (/[a-z]/.test(said) && !SAYS_NOTHING.test(said) && !read(said, reading)) unread.push(sentence);
  }
  const { from, until, notOn, ...rest } = reading;
  const hours = from === null && until === null ? null : { from: from ?? EARLIEST, until: until ?? LATEST };
  return { ...rest, hours: hours && hours.from < hours.until ? hours : null, notOn: [...notOn].sort(), unread };
}

/** The hours in which homes are shown where nothing is said of them, in minutes from midnight (common practice). */
const EARLIEST = 9 * 60;
const LATEST = 19 * 60;
export const USUAL_HOURS: TimeSpan = { from: EARLIEST, until: LATEST };

/** Reads one sentence; false where it says more than was read. */
function read(said: string, reading: Reading): boolean {
  const days = WAYS_OF_DAYS.some(([pattern, take]) => taken(pattern, take, said, reading) !== null);
  const other = WAYS.flatMap(([pattern, take]) => taken(pattern, take, said, reading) ?? []);
  // hours and notice for some days only are not what is asked on all
  if (SOME_DAYS.test(said) && !days) return false;
  const hours = hoursIn(said, reading);
  const rest = [...other, ...hours].reduce((left, found) => left.replace(found, ' '), said);
  return (days || other.length > 0 || hours.length > 0) && !(days ? /\d.*\d/ : /\d/).test(rest.replace(/\b1st\b/, ''));
}

function taken(pattern: RegExp, take: Take, said: string, reading: Reading): string | null {
  const match = pattern.exec(said);
  if (match) take(match, reading);
  return match?.[0] ?? null;
}

/** Reads the hours and the notice of a sentence; gives the words that they were read from. */
function hoursIn(said: string, reading: Reading): string[] {
  const ways = FORBIDS.test(said) ? NEVER : WHEN.filter(([pattern]) => pattern.test(said)).slice(0, 1);
  return [NOTICE, ...ways].flatMap(([pattern, take]) => taken(pattern, take, said, reading) ?? []);
}

/** Hours and numbers as digits: "noon", "before ten", "8a". */
function inDigits(said: string): string {
  return said
    .replace(/\bnoon\b/g, '12 pm')
    .replace(/(\d)\s*([ap])\b(?!m)/g, '$1 $2m')
    .replace(
      /\b(before|after|until|till|by|to|from|between|and|than)\s+(one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)\b(?! hours?)/g,
      (_, lead: string, word: string) => `${lead} ${NUMBERS.indexOf(word) + 1}`,
    );
}

function numberOf(word: string | undefined): number {
  return NUMBER_WORDS[word ?? ''] ?? Number(word);
}

function weekdayOf(word: string): number {
  return DAYS.findIndex((day) => day.startsWith(word.slice(0, 3))) + 1;
}

/** Minutes from midnight of HOUR's five groups; "after 5" is the afternoon, since nobody is shown a home before eight. */
function minutesOf(groups: readonly (string | undefined)[], part: 'morning' | 'evening'): number | null {
  const [digits, , half] = groups;
  const isEarly = digits !== undefined && half === undefined && Number(digits) < 8;
  const hour = hourOf(groups.slice(0, 5), isEarly ? 'evening' : part);
  if (hour === null) return null;
  const [hours = 0, minutes = 0] = hour.split(':').map(Number);
  return 60 * hours + minutes;
}
