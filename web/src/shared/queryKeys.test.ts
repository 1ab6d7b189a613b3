import { QueryClient } from '@tanstack/react-query';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { beforeAll, describe, expect, it } from 'vitest';
import { keysStaleBy, makeStale, queryKeys } from './queryKeys.js';

const sources = fileURLToPath(new URL('..', import.meta.url));
const files = (readdirSync(sources, { recursive: true }) as string[]).filter(
  (file) => /\.tsx?$/.test(file) && !file.includes('.test.'),
);

describe('query keys', () => {
  beforeAll(async () => {
    for (const file of files.filter((each) => each.endsWith('.api.ts'))) await import(/* @vite-ignore */ `${sources}/${file}`);
  });

  it('are written nowhere by hand, so that each says what makes it stale', () => {
    const byHand = files.filter((file) => /(?:queryKey|KEYS?)\s*[:=]\s*\[['"]/.test(readFileSync(`${sources}/${file}`, 'utf8')));
    expect(byHand).toEqual([]);
  });

  it('of whatever goes by the listings are stale when these change', () => {
    expect(keysStaleBy('listings').toSorted()).toEqual([
      'bounds',
      'choices',
      'comparison',
      'comps',
      'count',
      'filled',
      'finder',
      'keys',
      'lastLook',
      'learned',
      'listing',
      'loosenings',
      'market',
      'marks',
      'outlook',
      'parcel',
      'preview',
      'proposals',
      'reach',
      'results',
      'rounds',
      'rows',
      'shortlists',
      'today',
      'wanted',
    ]);
  });

  it('of whom an event or a change is about are stale, too', () => {
    expect(keysStaleBy('mail').toSorted()).toEqual([
      'clients',
      'held',
      'lastLook',
      'mailbox',
      'searches',
      'sent',
      'timeline',
      'today',
    ]);
    expect(keysStaleBy('showing').toSorted()).toEqual([
      'clients',
      'mailbox',
      'rounds',
      'shortlists',
      'showings',
      'timeline',
      'today',
    ]);
    expect(keysStaleBy('bound').toSorted()).toEqual(['bounds', 'searches']);
  });

  it('begin with a word of their own', () => {
    expect(() => queryKeys('clients', { staleBy: [] })).toThrow('clients');
  });

  it('are asked for anew by the whole of what begins so, and no other', async () => {
    const client = new QueryClient();
    const tried = queryKeys('tried', { staleBy: ['draft'] }, { one: (id: string) => [id] });
    const other = queryKeys('other', { staleBy: ['task'] });
    client.setQueryData(tried.one('a'), 1);
    client.setQueryData(tried.all, 1);
    client.setQueryData(other.all, 1);
    await makeStale(client, 'draft');
    const isStale = (key: readonly unknown[]): boolean | undefined => client.getQueryState(key)?.isInvalidated;
    expect([tried.one('a'), tried.all, other.all].map(isStale)).toEqual([true, true, false]);
  });
});
