import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { NEVER_STALE, STALE, WHEN_OPENED } from './stale.rules.js';

const sources = fileURLToPath(new URL('..', import.meta.url));
const files = (readdirSync(sources, { recursive: true }) as string[]).filter((file) => file.endsWith('.api.ts'));
const asked = new Set(
  files.flatMap((file) =>
    [...readFileSync(`${sources}/${file}`, 'utf8').matchAll(/(?:queryKey: |KEY = )\['([^']+)'/g)].map(
      ([, first]) => first as string,
    ),
  ),
);
const told = new Set(Object.values(STALE).flat());

describe('what events make stale', () => {
  it('names everything that is asked of the server, as made stale by some event or by none', () => {
    expect(asked.size).toBeGreaterThan(25);
    expect([...asked].filter((key) => !told.has(key) && !NEVER_STALE.includes(key))).toEqual([]);
    expect(NEVER_STALE.filter((key) => told.has(key))).toEqual([]);
  });

  it('names nothing that is never asked', () => {
    expect([...told, ...NEVER_STALE].filter((key) => !asked.has(key))).toEqual([]);
    expect(WHEN_OPENED.filter((key) => !told.has(key))).toEqual([]);
  });

  it('leaves nothing of a search as it was when the market changes', () => {
    for (const key of ['count', 'results', 'keys', 'rows', 'marks', 'comparison', 'choices', 'loosenings'])
      expect(STALE.listings).toContain(key);
  });
});
