import { Inject, Injectable } from '@nestjs/common';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';

export interface OfficeAnswer {
  readonly answer: 'confirmed' | 'refused';
  readonly reason: string;
}

const OUT_OF_REACH: OfficeAnswer = {
  answer: 'refused',
  reason: 'The listing office could not be reached. Telephone the agent’s mobile.',
};

/** Asks the listing side for a time. The request names the home and the hour, never the client. */
@Injectable()
export class Offices {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  async ask(ListingKey: string, startAt: number, askedAt: number): Promise<OfficeAnswer> {
    const { county } = this.config;
    if (!county) return OUT_OF_REACH;
    const response = await fetch(`${county.url}/showings`, {
      method: 'POST',
      headers: { authorization: `Bearer ${county.token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ ListingKey, startAt, askedAt }),
      signal: AbortSignal.timeout(5000),
    });
    if (!response.ok) return OUT_OF_REACH;
    return (await response.json()) as OfficeAnswer;
  }
}
