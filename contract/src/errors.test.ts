import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ERRORS } from './errors.js';

describe('ERRORS', () => {
  it('stand in docs/errors.md with the same status and meaning, and nothing else does', () => {
    const page = readFileSync(new URL('../../docs/errors.md', import.meta.url), 'utf8');
    const rows = [...page.matchAll(/^\| `([\w.]+)` \| (\d{3}) \| (.+) \|$/gm)].map(([, code, status, means]) => [
      code,
      { status: Number(status), means },
    ]);
    expect(Object.fromEntries(rows)).toEqual(ERRORS);
  });
});
