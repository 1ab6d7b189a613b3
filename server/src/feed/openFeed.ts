import { Outside } from '../common/outside.js';
import { dialectOf } from './dialect.js';
import type { Dialect } from './dialect.js';
import { FeedClient } from './feed.client.js';
import type { FeedAddress } from './feed.settings.js';
import { FeedSource } from './feed.source.js';

interface OpenFeed {
  /** Records as they stand in the feed. */
  readonly plain: FeedSource;
  readonly dialect: Dialect;
  /** Records by the names and values of the Data Dictionary. */
  readonly source: FeedSource;
}

/**
 * Opens a feed and reads how it describes itself.
 *
 * @param internalHosts  hosts of the own network that may be asked
 * @throws Error when it does not answer as a feed does
 */
export async function openFeed(
  { root, access, names }: Omit<FeedAddress, 'chosen'>,
  internalHosts: readonly string[],
): Promise<OpenFeed> {
  const client = new FeedClient(access, new Outside(internalHosts));
  const plain = new FeedSource(root, client);
  const dialect = dialectOf(await plain.description(), await plain.lookups(), names);
  return { plain, dialect, source: new FeedSource(root, client, dialect) };
}
