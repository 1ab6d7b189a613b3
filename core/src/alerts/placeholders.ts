/** What may stand in braces in the subject and the words of an alert's messages; it is filled in as each is written. */
export const PLACEHOLDERS = ['name', 'homes', 'search'] as const;
export type Placeholder = (typeof PLACEHOLDERS)[number];

const IN_BRACES = /\{(\w+)\}/g;

/** A text with its placeholders filled in; other braces stay as they are. */
export function filledIn(text: string, values: Readonly<Record<Placeholder, string>>): string {
  return text.replace(IN_BRACES, (whole, word: string) => (isPlaceholder(word) ? values[word] : whole));
}

/** The first word in braces that nothing can be filled in for; null where there is none. */
export function unknownPlaceholder(text: string): string | null {
  return [...text.matchAll(IN_BRACES)].flatMap(([, word = '']) => (isPlaceholder(word) ? [] : [word]))[0] ?? null;
}

function isPlaceholder(word: string): word is Placeholder {
  return (PLACEHOLDERS as readonly string[]).includes(word);
}
