import { afterEach, describe, expect, it, vi } from 'vitest';
import {
  changeSearch,
  countSearch,
  findAddresses,
  getFeed,
  getSearch,
  listMail,
  readOwnFile,
  signOut,
  writeFile,
} from '@perambula/contract';
import { ask, messageOf, RequestFailure } from './http.js';

const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] } as const;

const fetching = vi.fn<typeof fetch>();
vi.stubGlobal('fetch', fetching);
afterEach(() => fetching.mockReset());

const answer = (status: number, body: unknown): Response =>
  new Response(body === undefined ? null : JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const failure = async (promise: Promise<unknown>): Promise<RequestFailure> => {
  const error = await promise.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  if (!(error instanceof RequestFailure)) throw new Error(`It threw ${String(error)}.`);
  return error;
};

describe('ask', () => {
  it('goes by the endpoint: its method, its path with the names filled in, its query or body', async () => {
    fetching.mockImplementation(() => Promise.resolve(answer(200, { fit: 3 })));
    expect(await ask(countSearch, { body: { search } })).toEqual({ fit: 3 });
    await ask(getFeed);
    await ask(changeSearch, { at: { id: 'a/b' }, body: { name: 'Ferry', document: search, version: 2 } });
    await ask(findAddresses, { query: { sought: '3 Thimble & Co' } });
    await ask(listMail, { query: {} });
    expect(fetching.mock.calls.map(([url, init]) => [url, init?.method, init?.body])).toEqual([
      ['/api/searches/count', 'POST', JSON.stringify({ search })],
      ['/api/feed', 'GET', undefined],
      ['/api/searches/a%2Fb', 'PUT', JSON.stringify({ name: 'Ferry', document: search, version: 2 })],
      ['/api/places/addresses?sought=3+Thimble+%26+Co', 'GET', undefined],
      ['/api/mailbox', 'GET', undefined],
    ]);
  });
  it('takes an answer without a body', async () => {
    fetching.mockResolvedValue(answer(200, undefined));
    expect(await ask(signOut)).toBeNull();
  });
  it('tells the server’s own sentence, code and details', async () => {
    fetching.mockResolvedValue(
      answer(409, { code: 'search.changed', message: 'Saved elsewhere.', details: { current: { version: 2 } } }),
    );
    const { code, message, details } = await failure(ask(getSearch, { at: { id: '1' } }));
    expect([code, message, details]).toEqual(['search.changed', 'Saved elsewhere.', { current: { version: 2 } }]);
  });
  it('says that the server cannot be reached, and that nothing typed is lost', async () => {
    fetching.mockRejectedValue(new TypeError('fetch failed'));
    const { code, message } = await failure(ask(getFeed));
    expect(code).toBe('unreachable');
    expect(message).toMatch(/What you typed is kept/);
  });
  it('has a sentence even for an answer that nobody can read', async () => {
    fetching.mockResolvedValue(new Response('<html>502</html>', { status: 502 }));
    const { code, message } = await failure(ask(getFeed));
    expect(code).toBe('server.failed');
    expect(message).toMatch(/\.$/);
  });
  it('stays silent about a question that was given up', async () => {
    const aborted = new DOMException('aborted', 'AbortError');
    fetching.mockRejectedValue(aborted);
    await expect(ask(getFeed, { signal: AbortSignal.abort() })).rejects.toBe(aborted);
  });
});

describe('ask for files', () => {
  it('sends text as what it is, and takes a file as it comes', async () => {
    fetching.mockResolvedValueOnce(answer(200, { read: 1 })).mockResolvedValueOnce(new Response('a,b'));
    expect(await ask(readOwnFile, { body: 'a,b', type: 'text/csv' })).toEqual({ read: 1 });
    expect(fetching.mock.calls[0]?.[1]).toMatchObject({ method: 'POST', body: 'a,b', headers: { 'content-type': 'text/csv' } });
    expect(await (await ask(writeFile, { body: { search, set: 'fit', type: 'csv' } })).text()).toBe('a,b');
  });
});

describe('messageOf', () => {
  it('is a sentence for anything thrown', () => {
    expect(messageOf(new RequestFailure('thing.missing', 'There is no such listing.'))).toBe('There is no such listing.');
    expect(messageOf('nothing')).toMatch(/\.$/);
  });
});
