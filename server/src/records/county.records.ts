import type { PublicRecord } from '@perambula/contract';
import { Failure } from '../common/failure.js';
import { bytesOf, Outside } from '../common/outside.js';
import type { Config } from '../common/config.js';
import { PublicRecords } from './publicRecords.js';

const LONGEST_MS = 8_000;
const MOST_BYTES = 1_000_000;

/** The stand-in's record, asked over HTTP; without a stand-in there is none. */
export class CountyRecords extends PublicRecords {
  private readonly outside: Outside;

  constructor(private readonly config: Config) {
    super();
    this.outside = new Outside(config.feed.internalHosts);
  }

  async find(parcelNumber: string): Promise<PublicRecord | null> {
    const { county } = this.config;
    if (!county) return null;
    try {
      const response = await this.outside.ask(`${county.url}/records/${encodeURIComponent(parcelNumber)}`, {
        headers: { authorization: `Bearer ${county.token}` },
        signal: AbortSignal.timeout(LONGEST_MS),
      });
      const bytes = response.ok ? await bytesOf(response, MOST_BYTES) : null;
      return bytes && (JSON.parse(bytes.toString('utf8')) as PublicRecord);
    } catch {
      throw new Failure('records.away', 'The county’s records cannot be reached just now. Try again in a minute.');
    }
  }
}
