import { Inject, Injectable } from '@nestjs/common';
import type { FeedPreview, FeedPreviewField } from '@perambula/contract';
import { likelyField } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { Surroundings } from '../common/surroundings.js';
import { translate } from './dialect.js';
import type { FeedAddress } from './feed.settings.js';
import { dialectIn, plainFeed } from './openFeed.js';
import type { Raw } from './place.js';
import { BROUGHT_FIELDS, readBatch } from './readRecord.js';

const RECORDS = 100;
const MOST_REASONS = 5;
const LONGEST_EXAMPLE = 60;
/** OData's own names have a sign in them; offers of compensation and lock codes are shown to nobody. */
const NOT_SHOWN = /[@.]|Compensation|LockBox/i;

/** Looks at a feed before it is read. Done at the desk. */
@Injectable()
export class FeedPreviews {
  constructor(
    private readonly clock: Clock,
    private readonly surroundings: Surroundings,
    @Inject(CONFIG) private readonly config: Pick<Config, 'feed'>,
  ) {}

  /**
   * What a feed's first records show of it.
   *
   * @throws Failure when it does not answer as a feed does
   */
  async look({ root, access, names }: Omit<FeedAddress, 'chosen'>): Promise<FeedPreview> {
    const plain = plainFeed({ root, access }, this.config.feed.internalHosts);
    const records = await plain.first(RECORDS).catch((error: unknown) => {
      throw new Failure('feed.unreadable', `${root} is not read: ${(error as Error).message}. The feed stays as it was.`);
    });
    const dialect = await dialectIn(plain, names);
    const fields = fieldsOf(records, dialect.fields);
    const read = readBatch(
      records.map((record) => translate({ ...record }, dialect)),
      this.surroundings,
      this.clock.now(),
    );
    const reasons = new Map<string, number>();
    for (const { reason } of read.rejects) reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
    const taken = new Set(fields.map(({ field }) => field));
    return {
      records: records.length,
      readable: read.records.length,
      reasons: [...reasons]
        .map(([reason, records]) => ({ reason, records }))
        .sort((a, b) => b.records - a.records)
        .slice(0, MOST_REASONS),
      fields,
      free: [...BROUGHT_FIELDS.keys()].filter((field) => !taken.has(field)).sort(),
    };
  }
}

/** The fields that records have, and what each is read as, or may be meant as: those left out first, then by their names. */
function fieldsOf(records: readonly Raw[], named: ReadonlyMap<string, string>): FeedPreviewField[] {
  const values = new Map<string, unknown[]>();
  for (const record of records)
    for (const [name, value] of Object.entries(record)) {
      const isBlank = value == null || value === '' || (Array.isArray(value) && value.length === 0);
      if (isBlank || NOT_SHOWN.test(name)) continue;
      values.set(name, [...(values.get(name) ?? []), value]);
    }
  const fieldOf = (name: string): string | null => {
    const field = named.get(name) ?? name;
    return BROUGHT_FIELDS.has(field) ? field : null;
  };
  const taken = new Set([...values.keys()].map(fieldOf));
  const isFree = (field: string): boolean => BROUGHT_FIELDS.has(field) && !taken.has(field);
  const fields = [...values].map(([name, some]) => {
    const field = fieldOf(name);
    const likely = field === null ? likelyField(name, some, isFree) : null;
    // two headings are not likely to mean one field
    if (likely !== null) taken.add(likely);
    const [first] = some;
    const text = typeof first === 'string' ? first : JSON.stringify(first);
    return { name, field, likely, filled: some.length, example: text.slice(0, LONGEST_EXAMPLE) };
  });
  const rank = ({ field, likely }: FeedPreviewField): number => (field !== null ? 2 : likely === null ? 1 : 0);
  return fields.sort((a, b) => rank(a) - rank(b) || (a.name < b.name ? -1 : 1));
}
