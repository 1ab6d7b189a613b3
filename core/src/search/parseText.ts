import type { Field } from '../listing/field.js';
import type { Is, WordsTest } from './document.js';
import type { Parsed } from './parsed.js';

const QUOTED = '[“"](.+)[”"]';
/** As they are printed; for words these come before words. */
const QUOTED_FORMS: readonly (readonly [RegExp, (text: string) => Is])[] = [
  [new RegExp(`^starts with ${QUOTED}$`, 'i'), (starts) => ({ starts })],
  [new RegExp(`^contains ${QUOTED}$`, 'i'), (contains) => ({ contains })],
  [new RegExp(`^is not ${QUOTED}$`, 'i'), (not) => ({ not })],
  [new RegExp(`^is ${QUOTED}$`, 'i'), (equals) => ({ equals })],
];
const FORMS: readonly (readonly [RegExp, (text: string, field: Field) => Is])[] = [
  ...QUOTED_FORMS,
  [/^starts with (.+)$/i, (starts) => ({ starts })],
  [/^contains (.+)$/i, (contains) => ({ contains })],
  [/^(?:is )?not (.+)$/i, (not) => ({ not })],
  [/^is (.+)$/i, (text, { name }) => (name === 'StreetName' ? { sameStreet: text } : { equals: text })],
];

/** A text's test as typed: "Lantern Ln" for a street by any spelling, any part of another text, "starts with 12", "is “Marl & Mason”". */
export function parseText(typed: string, field: Field): Parsed {
  for (const [pattern, make] of FORMS) {
    const match = pattern.exec(typed);
    if (match) return { is: make(match[1] as string, field) };
  }
  return { is: field.name === 'StreetName' ? { sameStreet: typed } : { contains: typed } };
}

const WORDS: readonly (readonly [RegExp, (typed: string) => WordsTest])[] = [
  [new RegExp(`^(?:says |mentions )?${QUOTED}$`, 'i'), (phrase) => ({ phrase })],
  [/^(?:does not mention|not|no|none of|without) (.+)$/i, (typed) => ({ noneOf: apart(typed) })],
  [/^(?:mentions )?(?:all of|both) (.+)$/i, (typed) => ({ allOf: apart(typed) })],
  [/^(?:mentions )?(?:any of |either )?(.+)$/i, (typed) => ({ anyOf: apart(typed) })],
];

/** Words to be found in remarks: "workshop, studio", "all of deck, garden", "does not mention fixer", "“water view”"; their other forms too. */
export function parseWords(typed: string): Parsed {
  for (const [pattern, make] of QUOTED_FORMS) {
    const match = pattern.exec(typed);
    if (match) return { is: make(match[1] as string) };
  }
  const bare = typed.replace(/,?\s*in any form$/i, '');
  for (const [pattern, make] of WORDS) {
    const match = pattern.exec(bare);
    if (!match) continue;
    const words = make(match[1] as string);
    const named = words.anyOf ?? words.allOf ?? words.noneOf;
    if (named?.length === 0) break;
    return { is: { words: bare === typed ? words : { ...words, stem: true } } };
  }
  return { problem: `“${typed}” has no word in it.` };
}

function apart(typed: string): readonly string[] {
  return typed
    .split(/\s*[,;]\s*|\s+or\s+/i)
    .map((word) => word.trim().replace(/^[“"]|[”"]$/g, ''))
    .filter((word) => /[\p{L}\p{N}]/u.test(word));
}
