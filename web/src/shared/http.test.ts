import { afterEach, describe, expect, it, vi } from 'vitest';
import { ask, askFile, messageOf, RequestFailure, send } from './http.js';

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
  it('gets, and posts what has a body', async () => {
    fetching.mockImplementation(() => Promise.resolve(answer(200, { fit: 3 })));
    expect(await ask('count')).toEqual({ fit: 3 });
    await ask('count', { body: { search: 1 } });
    await ask('searches/1', { method: 'PUT', body: {} });
    expect(fetching.mock.calls.map(([url, init]) => [url, init?.method, init?.body])).toEqual([
      ['/api/count', 'GET', undefined],
      ['/api/count', 'POST', '{"search":1}'],
      ['/api/searches/1', 'PUT', '{}'],
    ]);
  });
  it('takes an answer without a body', async () => {
    fetching.mockResolvedValue(answer(200, undefined));
    expect(await ask('session', { method: 'DELETE' })).toBeNull();
  });
  it('tells the server’s own sentence, code and details', async () => {
    fetching.mockResolvedValue(
      answer(409, { code: 'search.changed', message: 'Saved elsewhere.', details: { current: { version: 2 } } }),
    );
    const { code, message, details } = await failure(ask('searches/1'));
    expect([code, message, details]).toEqual(['search.changed', 'Saved elsewhere.', { current: { version: 2 } }]);
  });
  it('says that the server cannot be reached, and that nothing typed is lost', async () => {
    fetching.mockRejectedValue(new TypeError('fetch failed'));
    const { code, message } = await failure(ask('count'));
    expect(code).toBe('unreachable');
    expect(message).toMatch(/What you typed is kept/);
  });
  it('has a sentence even for an answer that nobody can read', async () => {
    fetching.mockResolvedValue(new Response('<html>502</html>', { status: 502 }));
    const { code, message } = await failure(ask('count'));
    expect(code).toBe('server.failed');
    expect(message).toMatch(/\.$/);
  });
  it('stays silent about a question that was given up', async () => {
    const aborted = new DOMException('aborted', 'AbortError');
    fetching.mockRejectedValue(aborted);
    await expect(ask('count', { signal: AbortSignal.abort() })).rejects.toBe(aborted);
  });
});

describe('send and askFile', () => {
  it('send text as what it is, and take a file as it comes', async () => {
    fetching.mockResolvedValueOnce(answer(200, { read: 1 })).mockResolvedValueOnce(new Response('a,b'));
    expect(await send('feed/files', 'a,b', 'text/csv')).toEqual({ read: 1 });
    expect(fetching.mock.calls[0]?.[1]).toMatchObject({ method: 'POST', body: 'a,b', headers: { 'content-type': 'text/csv' } });
    expect(await (await askFile('searches/file', { body: {} })).text()).toBe('a,b');
  });
});

describe('messageOf', () => {
  it('is a sentence for anything thrown', () => {
    expect(messageOf(new RequestFailure('thing.missing', 'There is no such listing.'))).toBe('There is no such listing.');
    expect(messageOf('nothing')).toMatch(/\.$/);
  });
});
