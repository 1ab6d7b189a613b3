import type { FeedAccess } from '../common/config.js';
import { bytesOf, jsonIn } from '../common/outside.js';
import type { Outside } from '../common/outside.js';
import type { Response } from 'undici';

/** Its access could not be had: the reason, in words that stand after "it". */
export class NoAccess extends Error {}

/** A token is renewed so long before it ends, and held so long where the feed does not say. */
const BEFORE_END_MS = 60_000;
const USUAL_LIFE_S = 3600;
const TOKEN_WAIT_MS = 10_000;
const MOST_ANSWER_BYTES = 64_000;

/** Asks a feed's service as one who may: with its token, or with one that is asked for and renewed. */
export class FeedClient {
  private given: { readonly token: string; readonly until: number } | null = null;

  constructor(
    private readonly access: FeedAccess,
    private readonly outside: Pick<Outside, 'ask'>,
  ) {}

  /** @throws NoAccess, or what `Outside.ask` throws */
  async ask(url: string, withinMs: number): Promise<Response> {
    const response = await this.askOnce(url, withinMs);
    if (response.status !== 401 || !this.given) return response;
    // it may have ended before its time
    await response.body?.cancel();
    this.given = null;
    return this.askOnce(url, withinMs);
  }

  private async askOnce(url: string, withinMs: number): Promise<Response> {
    const token = await this.token();
    return this.outside.ask(url, { headers: { authorization: `Bearer ${token}` }, signal: AbortSignal.timeout(withinMs) });
  }

  private async token(): Promise<string> {
    if ('token' in this.access) return this.access.token;
    if (!this.given || Date.now() > this.given.until) this.given = await this.askForToken();
    return this.given.token;
  }

  private async askForToken(): Promise<{ token: string; until: number }> {
    // as RFC 6749, 2.3.1 has it; some services know the other way only
    let response = await this.grant('header');
    if (response.status === 400 || response.status === 401) {
      await response.body?.cancel();
      response = await this.grant('body');
    }
    if (!response.ok) {
      await response.body?.cancel();
      throw new NoAccess(`it gives no token for that client and secret (${response.status})`);
    }
    const answer = jsonIn(await bytesOf(response, MOST_ANSWER_BYTES)) as { access_token?: unknown; expires_in?: unknown };
    const { access_token: token, expires_in: life } = answer;
    if (typeof token !== 'string' || token === '') throw new NoAccess('it answers a request for a token with none');
    const seconds = Number(life ?? USUAL_LIFE_S);
    const lifeMs = (Number.isFinite(seconds) ? seconds : USUAL_LIFE_S) * 1000;
    return { token, until: Date.now() + Math.max(lifeMs / 2, lifeMs - BEFORE_END_MS) };
  }

  private grant(where: 'header' | 'body'): Promise<Response> {
    if (!('tokenUrl' in this.access)) throw new NoAccess('it has no address for tokens');
    const { tokenUrl, clientId, clientSecret, scope } = this.access;
    const form = new URLSearchParams({ grant_type: 'client_credentials', ...(scope ? { scope } : {}) });
    if (where === 'body') {
      form.set('client_id', clientId);
      form.set('client_secret', clientSecret);
    }
    const basic = Buffer.from(`${encodeURIComponent(clientId)}:${encodeURIComponent(clientSecret)}`).toString('base64');
    return this.outside.ask(tokenUrl, {
      method: 'POST',
      headers: {
        'content-type': 'application/x-www-form-urlencoded',
        accept: 'application/json',
        ...(where === 'header' ? { authorization: `Basic ${basic}` } : {}),
      },
      body: form.toString(),
      signal: AbortSignal.timeout(TOKEN_WAIT_MS),
    });
  }
}
