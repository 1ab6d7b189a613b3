import { distance } from 'fastest-levenshtein';
import type { Field } from '../listing/field.js';
import { plain, wordsOf } from '../text/words.js';
import type { Is } from './document.js';
import type { Parsed } from './parsed.js';

type Key = 'anyOf' | 'allOf' | 'noneOf';

const PREFIXES: readonly (readonly [Key, RegExp])[] = [
  ['noneOf', /^(?:not|none of|neither|no|except|without)\s+/i],
  ['allOf', /^(?:all of|both|all)\s+/i],
  ['anyOf', /^(?:any of|either|any|is)\s+/i],
];
/** Between two values; what stands for "all of them" where a listing can have several is the word alone. */
const BETWEEN = /^\s*(?:[,;/&]|(?:or|and|nor|not)\b)+\s*/i;

/** Values of a choice as typed: "gas, propane", "not auction", "all of pool and spa"; a value may be begun, or a letter off. */
export function parseChoice(typed: string, field: Field, values: readonly string[]): Parsed {
  // a value's own name may begin with "No" or "All"
  const prefix = values.some((value) => beginsWith(typed, value)) ? undefined : PREFIXES.find(([, words]) => words.test(typed));
  const named = valuesIn(prefix ? typed.replace(prefix[1], '') : typed, field, values);
  if ('problem' in named) return named;
  const key = prefix?.[0] ?? (named.joined ? 'allOf' : 'anyOf');
  // of one value that a listing has, all can be no more than one
  return { is: isOf(key === 'allOf' && field.type === 'choice' ? 'anyOf' : key, named.values) };
}

function isOf(key: Key, values: readonly string[]): Is {
  return key === 'anyOf' ? { anyOf: values } : key === 'allOf' ? { allOf: values } : { noneOf: values };
}

type Named = { readonly values: readonly string[]; /** Only "and" stands between them. */ readonly joined: boolean };

function valuesIn(typed: string, field: Field, values: readonly string[]): Named | { readonly problem: string } {
  const longestFirst = [...values].sort((a, b) => b.length - a.length);
  const found: string[] = [];
  const between: string[] = [];
  let rest = typed.trim();
  while (rest !== '') {
    const here = longestFirst.find((value) => beginsWith(rest, value));
    const text = here === undefined ? upToNext(rest) : rest.slice(0, here.length);
    const value = here ?? guess(text, field, values);
    if (typeof value !== 'string') return value;
    if (!found.includes(value)) found.push(value);
    rest = rest.slice(text.length);
    const join = BETWEEN.exec(rest)?.[0] ?? rest;
    rest = rest.slice(join.length);
    if (rest !== '') between.push(join.trim().toLowerCase());
  }
  return { values: found, joined: between.length > 0 && between.every((join) => join === 'and' || join === '&') };
}

/** A text up to where the next value may begin. */
function upToNext(text: string): string {
  const at = /\s*[,;/]|\s+(?:or|and|nor)\s/i.exec(text.slice(1));
  return at ? text.slice(0, at.index + 1) : text;
}

function beginsWith(text: string, value: string): boolean {
  return plain(text.slice(0, value.length)) === plain(value) && !/^[\p{L}\p{N}]/u.test(text.slice(value.length));
}

const MOST_NAMED = 4;

/** The one value that a text begins, in any of its words, or misspells. */
function guess(text: string, field: Field, values: readonly string[]): string | { readonly problem: string } {
  const typed = wordsOf(text);
  const begun = typed.length === 0 ? [] : values.filter((value) => isBegun(typed, value));
  const near = begun.length > 0 ? begun : values.filter((value) => text.length >= 4 && isNear(plain(text), plain(value)));
  const [only] = near;
  if (near.length === 1 && only !== undefined) return only;
  if (near.length === 0) return { problem: `${field.label} has no value “${text.trim()}”.` };
  const named = near.slice(0, MOST_NAMED);
  const more = near.length > MOST_NAMED ? ` or ${near.length - MOST_NAMED} more` : '';
  return { problem: `“${text.trim()}” may be ${named.join(', ')}${more}. Type more of it.` };
}

/** Whether each of the plain words begins one of a value's words. */
export function isBegun(typed: readonly string[], value: string): boolean {
  const words = wordsOf(value);
  return typed.every((part) => words.some((word) => word.startsWith(part)));
}

function isNear(typed: string, value: string): boolean {
  return distance(typed, value) <= (typed.length >= 8 ? 2 : 1);
}
