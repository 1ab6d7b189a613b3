import type { Field, FieldType } from '../listing/field.js';
import { STATUSES } from '../listing/status.js';
import { dayNumber, isPeriod } from '../time/period.js';
import { DateTime } from 'luxon';
import type { Is, Scalar, StatusTime, WordsTest } from './document.js';
import { listAt, numberAt, objectAt, quoted, SearchProblem, textAt, wordAt } from './problem.js';

const COMPARISONS = ['equals', 'not', 'atLeast', 'atMost', 'between', 'blank'] as const;
const TIMES = ['last', 'next'] as const;

/** The tests each type of field takes. */
const TESTS: Readonly<Record<FieldType, readonly string[]>> = {
  number: COMPARISONS,
  money: COMPARISONS,
  date: [...COMPARISONS, ...TIMES],
  timestamp: [...COMPARISONS, ...TIMES],
  choice: ['equals', 'not', 'anyOf', 'noneOf', 'blank'],
  choices: ['anyOf', 'allOf', 'noneOf', 'blank'],
  yesNo: ['yes', 'blank'],
  text: ['equals', 'not', 'words', 'starts', 'contains', 'sameStreet', 'blank'],
};

const MOST_VALUES = 500;

/** A line's test from outside, checked against what its field can be asked. */
export function readIs(value: unknown, field: Field, path: string): Is {
  const allowed = field.name === 'Status' ? [...TESTS.choice, 'oneOf'] : TESTS[field.type];
  const is = objectAt(value, path, allowed);
  const keys = Object.keys(is);
  const [key] = keys;
  if (keys.length !== 1 || key === undefined) {
    throw new SearchProblem(
      path,
      `${field.label} takes exactly one test; here are ${keys.length}. It can be ${allowed.join(', ')}.`,
    );
  }
  const at = `${path}.${key}`;
  const test = is[key];
  switch (key) {
    case 'between': {
      const ends = listAt(test, at, 2);
      if (ends.length !== 2) throw new SearchProblem(at, `${at} needs two ends.`);
      const low = readScalar(ends[0], field, `${at}[0]`);
      const high = readScalar(ends[1], field, `${at}[1]`);
      if (low > high) {
        throw new SearchProblem(at, `${field.label} runs from ${low} to ${high}, which is backwards. Put the lower end first.`);
      }
      return { between: [low, high] };
    }
    case 'equals':
    case 'not':
    case 'atLeast':
    case 'atMost':
      return { [key]: readScalar(test, field, at) } as unknown as Is;
    case 'last':
    case 'next': {
      const period = textAt(test, at, 30);
      if (!isPeriod(period)) throw new SearchProblem(at, `${quoted(period)} is not an ISO 8601 period such as P30D.`);
      return { [key]: period } as unknown as Is;
    }
    case 'anyOf':
    case 'allOf':
    case 'noneOf':
      return { [key]: readTexts(test, field, at) } as unknown as Is;
    case 'yes':
    case 'blank':
      if (typeof test !== 'boolean') throw new SearchProblem(at, `${at} is true or false, not ${quoted(test)}.`);
      return { [key]: test } as unknown as Is;
    case 'words':
      return { words: readWords(test, at) };
    case 'oneOf':
      return { oneOf: readStatusTimes(test, at) };
    default:
      return { [key]: textAt(test, at) } as unknown as Is;
  }
}

function readStatusTimes(value: unknown, path: string): StatusTime[] {
  const entries = listAt(value, path, 50);
  if (entries.length === 0) throw new SearchProblem(path, 'Name at least one status.');
  return entries.map((entry, i) => {
    const at = `${path}[${i}]`;
    const { status, last, since, until } = objectAt(entry, at, ['status', 'last', 'since', 'until']);
    if (last !== undefined && !(typeof last === 'string' && isPeriod(last))) {
      throw new SearchProblem(`${at}.last`, `${quoted(last)} is not an ISO 8601 period such as P30D.`);
    }
    if (last !== undefined && (since ?? until) !== undefined) {
      throw new SearchProblem(at, `${at} takes a period back from now or days, not both.`);
    }
    return {
      status: wordAt(status, `${at}.status`, STATUSES),
      ...(last === undefined ? {} : { last }),
      ...(since === undefined ? {} : { since: dayAt(since, `${at}.since`) }),
      ...(until === undefined ? {} : { until: dayAt(until, `${at}.until`) }),
    };
  });
}

function readWords(value: unknown, path: string): WordsTest {
  const words = objectAt(value, path, ['anyOf', 'allOf', 'noneOf', 'phrase', 'stem']);
  const tests = ['anyOf', 'allOf', 'noneOf', 'phrase'].filter((key) => words[key] !== undefined);
  if (tests.length !== 1) throw new SearchProblem(path, `${path} takes one of anyOf, allOf, noneOf, phrase.`);
  const [key] = tests as [string];
  const { stem } = words;
  if (stem !== undefined && typeof stem !== 'boolean') {
    throw new SearchProblem(`${path}.stem`, `${path}.stem is true or false, not ${quoted(stem)}.`);
  }
  const at = `${path}.${key}`;
  const test = key === 'phrase' ? textAt(words[key], at) : readTexts(words[key], undefined, at);
  return { [key]: test, ...(stem ? { stem } : {}) };
}

function readTexts(value: unknown, field: Field | undefined, path: string): string[] {
  const texts = listAt(value, path, MOST_VALUES).map((text, i) => textAt(text, `${path}[${i}]`));
  if (texts.length === 0) throw new SearchProblem(path, `${path} needs at least one value.`);
  if (field?.name === 'Status') texts.forEach((text, i) => wordAt(text, `${path}[${i}]`, STATUSES));
  return texts;
}

function dayAt(value: unknown, path: string): string {
  const text = textAt(value, path, 40);
  if (Number.isNaN(dayNumber(text)))
    throw new SearchProblem(path, `${quoted(text)} is not a date of the calendar, as 2026-04-14.`);
  return text;
}

function readScalar(value: unknown, field: Field, path: string): Scalar {
  switch (field.type) {
    case 'number':
    case 'money': {
      const number = numberAt(value, path);
      if (Math.abs(number) > 1e12)
        throw new SearchProblem(path, `${field.label} of ${number} is beyond anything that can be listed.`);
      return number;
    }
    case 'date':
      return dayAt(value, path);
    case 'timestamp':
      return typeof value === 'string' && value.length <= 40 && DateTime.fromISO(value).isValid ? value : dayAt(value, path);
    default: {
      const text = textAt(value, path);
      return field.name === 'Status' ? wordAt(text, path, STATUSES) : text;
    }
  }
}
