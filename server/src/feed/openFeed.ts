import { Outside } from '../common/outside.js';
import { dialectOf } from './dialect.js';
import type { Dialect } from './dialect.js';
import { FeedClient } from './feed.client.js';
import type { FeedAddress } from './feed.settings.js';
import { FeedSource } from './feed.source.js';

/**
 * A feed whose records are as they stand in it.
 *
 * @param internalHosts  hosts of the own network that may be asked
 */
export function plainFeed({ root, access }: Pick<FeedAddress, 'root' | 'access'>, internalHosts: readonly string[]): FeedSource {
  return new FeedSource(root, new FeedClient(access, new Outside(internalHosts)));
}

/** What a feed's names and values mean, by its own description and what was said of them. */
export async function dialectIn(feed: FeedSource, names: FeedAddress['names']): Promise<Dialect> {
  const description = await feed.description();
  // which resources there are is known by now
  const lookups = await feed.in(dialectOf(description, [], names)).lookups();
  return dialectOf(description, lookups, names);
}
