import { missOf, ReverseIndex } from '@perambula/core';
import type { ListingRecord, Search, EvaluationContext } from '@perambula/core';

interface Wanting {
  readonly clientId: string | null;
  readonly document: Search;
}

/** Who would want a home: which clients' searches it fits or narrowly misses. */
export class WhoWants {
  private readonly index: ReverseIndex<Wanting>;
  private readonly known = new Map<string, ReadonlyMap<string, string>>();

  constructor(
    searches: readonly Wanting[],
    private readonly context: EvaluationContext,
  ) {
    this.index = new ReverseIndex(
      searches.map((wanting) => ({ id: wanting, search: wanting.document })),
      context,
    );
  }

  /** By client, "fits" or by what the home narrowly misses, the closest that it comes to any of their searches. */
  of(record: ListingRecord): ReadonlyMap<string, string> {
    const known = this.known.get(record.ListingKey);
    if (known) return known;
    const { fit, near } = this.index.match(record, this.context);
    const hows = new Map<string, string>();
    for (const { id, missed } of [...near].sort((a, b) => b.nearness - a.nearness))
      if (id.clientId) hows.set(id.clientId, missOf(id.document, record, missed, this.context).text);
    for (const { clientId } of fit) if (clientId) hows.set(clientId, 'fits');
    this.known.set(record.ListingKey, hows);
    return hows;
  }
}
