/** Why a document, line or value cannot be used, in a sentence for people, with where it stands in the document. */
export class SearchProblem extends Error {
  constructor(
    /** JSON path without the root, as "lines[2].is.between". */
    readonly path: string,
    message: string,
    readonly code: 'search.invalid' | 'search.tooLarge' = 'search.invalid',
  ) {
    super(message);
    this.name = 'SearchProblem';
  }
}

/** A value from outside as it is quoted in a message, cut to a readable length. */
export function quoted(value: unknown): string {
  // undefined and functions have no JSON
  const text = typeof value === 'string' ? `“${value}”` : ((JSON.stringify(value) as string | undefined) ?? String(value));
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

/** The object at a path, with no key beyond those allowed. */
export function objectAt(value: unknown, path: string, allowed: readonly string[]): Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    throw new SearchProblem(path, `${path || 'A search'} must be an object, not ${quoted(value)}.`);
  }
  const unknown = Object.keys(value).find((key) => !allowed.includes(key));
  if (unknown !== undefined) {
    const where = path ? `${path}.${unknown.slice(0, 40)}` : unknown.slice(0, 40);
    throw new SearchProblem(where, `${quoted(unknown)} is not known here. Known are ${allowed.join(', ')}.`);
  }
  return value as Record<string, unknown>;
}

/** The list at a path, at most `most` long. */
export function listAt(value: unknown, path: string, most: number): readonly unknown[] {
  if (!Array.isArray(value)) throw new SearchProblem(path, `${path} must be a list, not ${quoted(value)}.`);
  if (value.length > most) {
    throw new SearchProblem(path, `${path} has ${value.length} entries; at most ${most} are taken.`);
  }
  return value;
}

/** One of the words allowed at a path. */
export function wordAt<const T extends string>(value: unknown, path: string, words: readonly T[]): T {
  if (!words.includes(value as T)) {
    throw new SearchProblem(path, `${path} is one of ${words.join(', ')}, not ${quoted(value)}.`);
  }
  return value as T;
}

/** A text at a path: not empty, at most `most` characters. */
export function textAt(value: unknown, path: string, most = 200): string {
  if (typeof value !== 'string' || value.trim() === '') {
    throw new SearchProblem(path, `${path} must be a text, not ${quoted(value)}.`);
  }
  if (value.length > most) {
    throw new SearchProblem(path, `${path} is ${value.length} characters long; at most ${most} are taken.`);
  }
  return value;
}

/** A finite number at a path. */
export function numberAt(value: unknown, path: string): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new SearchProblem(path, `${path} must be a number, not ${quoted(value)}.`);
  }
  return value;
}
