import { lookup } from 'node:dns';
import { createWriteStream } from 'node:fs';
import type { LookupAddress, LookupOptions } from 'node:dns';
import { isIP } from 'node:net';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import ipaddr from 'ipaddr.js';
import { Agent, fetch } from 'undici';
import type { RequestInit, Response } from 'undici';

/** An address that is not asked: it is of this machine, of an internal network, or of none. */
export class InternalAddress extends Error {
  constructor() {
    super('it is an address of an internal network');
    this.name = 'InternalAddress';
  }
}

type Looked = (error: Error | null, address: string | LookupAddress[], family?: number) => void;

/**
 * Asks addresses that somebody has named: of the wide world only, looked at each time a connection is made, and never
 * where an answer points on to. Some hosts may be named that are asked wherever they are.
 */
export class Outside {
  private readonly agent: Agent;

  /** @param allowed  hosts, or hosts with their port, that may be internal */
  constructor(private readonly allowed: readonly string[]) {
    this.agent = new Agent({
      connect: { lookup: (host, options, done) => this.look(host, options, done), timeout: 10_000 },
      headersTimeout: 20_000,
      bodyTimeout: 20_000,
    });
  }

  /** @throws InternalAddress, or what `fetch` throws; an answer that points elsewhere is given as it is */
  async ask(url: string, init: RequestInit = {}): Promise<Response> {
    const { protocol, hostname, host } = new URL(url);
    if (protocol !== 'http:' && protocol !== 'https:') throw new InternalAddress();
    const isNamed = this.allowed.includes(host) || this.allowed.includes(hostname);
    // no name is looked up for a plain number
    const literal = hostname.replace(/^\[|\]$/g, '');
    if (!isNamed && isIP(literal) && !isPublic(literal)) throw new InternalAddress();
    try {
      return await fetch(url, { ...init, redirect: 'manual', ...(isNamed ? {} : { dispatcher: this.agent }) });
    } catch (error) {
      const { cause } = error as { cause?: unknown };
      throw cause instanceof InternalAddress ? cause : error;
    }
  }

  private look(host: string, options: LookupOptions, done: Looked): void {
    lookup(host, { ...options, all: true }, (error, found) => {
      if (error) return done(error, []);
      if (!found.every(({ address }) => isPublic(address))) return done(new InternalAddress(), []);
      const [first] = found;
      if (options.all) done(null, found);
      else done(null, first?.address ?? '', first?.family);
    });
  }
}

/** Whether an address is one of the wide world: neither loopback, private, link-local nor reserved in any way. */
export function isPublic(address: string): boolean {
  return ipaddr.isValid(address) && ipaddr.process(address).range() === 'unicast';
}

/** Writes what comes, of some length at most, to a file; whether it did. */
export async function writeTo(path: string, body: AsyncIterable<unknown>, most: number): Promise<boolean> {
  let bytes = 0;
  const measured = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      done(bytes > most ? new TooLong() : null, chunk);
    },
  });
  try {
    await pipeline(body, measured, createWriteStream(path, { mode: 0o600 }));
    return true;
  } catch (error) {
    if (error instanceof TooLong) return false;
    throw error;
  }
}

class TooLong extends Error {}

/** A body of some length at most; null where it is longer. */
export async function bytesOf(response: Response, most: number): Promise<Buffer | null> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const chunk of response.body ?? []) {
    chunks.push(chunk as Uint8Array);
    bytes += (chunk as Uint8Array).length;
    if (bytes > most) return null;
  }
  return Buffer.concat(chunks);
}

/** What an answer's bytes say as JSON; nothing where there are none, or they are no JSON. */
export function jsonIn(bytes: Buffer | null): object {
  try {
    return (JSON.parse(bytes?.toString('utf8') ?? '') ?? {}) as object;
  } catch {
    return {};
  }
}
