import type { ClientFile, ClientSummary, ErrorBody, SavedSearch, Showing } from '@perambula/contract';
import type { ListingRecord, Search } from '@perambula/core';
import { createConnection } from 'mysql2/promise';
import type { Connection } from 'mysql2/promise';
import { inject } from 'vitest';
import { expectAsDeclared } from './answers.js';
import type { RunFile } from '../../../scripts/stack.mjs';
import { startCopyOf } from '../../../scripts/started.mjs';
import type { StackOverCopy } from '../../../scripts/started.mjs';

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
  readonly headers: Headers;
}

/** Somebody's browser: it keeps its cookies. */
export class Browser {
  private cookies = new Map<string, string>();

  constructor(readonly web: string) {}

  async ask<T = ErrorBody>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const response = await fetch(`${this.web}${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        cookie: this.cookie(),
        ...headers,
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
      if (name !== undefined && value !== undefined) this.cookies.set(name, value);
    }
    const text = await response.text();
    const isJson = response.headers.get('content-type')?.includes('json') ?? false;
    const answered: unknown = isJson ? JSON.parse(text) : text;
    if (response.ok && isJson) expectAsDeclared(method, path, answered);
    return {
      status: response.status,
      body: answered as T,
      headers: response.headers,
    };
  }

  /** An answer that goes on. */
  stream(path: string, signal: AbortSignal): Promise<Response> {
    return fetch(`${this.web}${path}`, { headers: { cookie: this.cookie() }, signal });
  }

  /** A file's bytes, which must be given. */
  async bytes(path: string, body: object): Promise<Uint8Array> {
    const headers = { 'content-type': 'application/json', cookie: this.cookie() };
    const response = await fetch(`${this.web}${path}`, { method: 'POST', headers, body: JSON.stringify(body) });
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${await response.text()}`);
    return new Uint8Array(await response.arrayBuffer());
  }

  /** The body of an answer that must be good. */
  async good<T>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await this.ask<T>(method, path, body);
    if (answer.status >= 300) throw new Error(`${method} ${path} answered ${answer.status}: ${JSON.stringify(answer.body)}`);
    return answer.body;
  }

  private cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  async signIn(email: string, password: string): Promise<this> {
    await this.good('POST', '/api/session', { email, password });
    return this;
  }

  async fileOf(name: string): Promise<ClientFile> {
    const clients = await this.good<ClientSummary[]>('GET', '/api/clients');
    return this.good<ClientFile>('GET', `/api/clients/${clients.find((client) => client.name.startsWith(name))?.id}`);
  }

  /** Homes for sale, the cheapest first. */
  async homesForSale(atMost: number): Promise<ListingRecord[]> {
    const search: Search = {
      version: 1,
      kinds: ['Residential'],
      lines: [{ id: 'a', field: 'Status', is: { anyOf: ['Active'] } }],
      bounds: [],
      order: [{ field: 'ListPrice', direction: 'asc' }],
    };
    const body = { search, set: 'fit', limit: atMost };
    return (await this.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', body)).rows;
  }

  async searchOf(name: string): Promise<SavedSearch> {
    const [search] = (await this.fileOf(name)).savedSearches;
    if (!search) throw new Error(`${name} has no search`);
    return search;
  }
}

/** Those who meet an application that runs, and what a test sees of it beside them. */
export interface Users {
  readonly run: RunFile;
  readonly juno: Browser;
  readonly silas: Browser;
  readonly browser: () => Browser;
  readonly connect: () => Promise<Connection>;
  /** Messages in the mail server's mailbox, once so many are there. */
  readonly mailbox: (atLeast?: number) => Promise<readonly { id: string; messageId: string; to: string[]; subject: string }[]>;
  /** A showing, once its listing office has answered. */
  readonly answered: (agent: Browser, id: string) => Promise<Showing | undefined>;
  readonly raw: (id: string) => Promise<string>;
}

export interface TestStack extends StackOverCopy, Users {}

/** The whole application in a directory and on ports of its own, with both of the demo's agents signed in. */
export async function startTestStack(): Promise<TestStack> {
  const stack = await startCopyOf(inject('started'));
  return { ...stack, ...(await usersOf(stack.run)) };
}

/**
 * The application that several files' tests share, with agents signed in anew. For tests that neither move its clock nor change what
 * is there, and mind nothing that others add.
 */
export function sharedStack(): Promise<Users> {
  return usersOf(inject('shared'));
}

async function usersOf(run: RunFile): Promise<Users> {
  const { web, signIn, database, mail } = run;
  const mailbox: Users['mailbox'] = async (atLeast = 0) => {
    for (let tries = 0; ; tries++) {
      const messages = (await (await fetch(mail.mailbox)).json()) as Awaited<ReturnType<Users['mailbox']>>;
      if (messages.length >= atLeast || tries > 600) return messages;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  return {
    run,
    juno: await new Browser(web).signIn(signIn.email, signIn.password),
    silas: await new Browser(web).signIn('silas@wayfarer.example', signIn.password),
    browser: () => new Browser(web),
    connect: () =>
      createConnection({
        host: database.host,
        port: database.port,
        user: database.user,
        password: database.password,
        database: database.name,
        timezone: 'Z',
      }),
    mailbox,
    async answered(agent, id) {
      for (let tries = 0; ; tries++) {
        const showing = (await agent.good<Showing[]>('GET', '/api/showings')).find((each) => each.id === id);
        if (showing?.state !== 'proposed' || tries > 300) return showing;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
    },
    raw: async (id) => (await fetch(`${mail.mailbox}/${id}.eml`)).text(),
  };
}
