/** What the ListingKeys of agents' own files begin with. */
export const OWN_KEY = 'own-';

/** Whether a ListingKey is of some agent's own file, which nobody else sees. */
export function isOwnKey(key: string): boolean {
  return key.startsWith(OWN_KEY);
}
