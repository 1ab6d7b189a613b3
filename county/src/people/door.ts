const LONGEST_MS = 10_000;

/** The application as somebody meets it in their browser: its addresses, and the cookies that it gave them. */
export class Door {
  private readonly cookies = new Map<string, string>();

  constructor(private readonly origin: string) {}

  /**
   * What the application answers.
   *
   * @returns null where it refuses, as a page would say
   * @throws Error where it cannot be reached, or fails
   */
  async ask<T>(method: string, path: string, body?: object): Promise<T | null> {
    const response = await fetch(`${this.origin}/api/${path}`, {
      method,
      headers: {
        origin: this.origin,
        cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
        ...(body ? { 'content-type': 'application/json' } : {}),
      },
      signal: AbortSignal.timeout(LONGEST_MS),
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
      this.cookies.set(name, value);
    }
    if (response.status >= 500 || response.status === 429)
      throw new Error(`${method} ${path} answered ${response.status}: ${(await response.text()).slice(0, 200)}`);
    return response.ok ? ((await response.json()) as T) : null;
  }
}
