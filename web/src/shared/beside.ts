/** So many homes stand side by side at most. */
export const MOST_BESIDE = 6;

/** Where some homes stand side by side; null where they are too few or too many. */
export function besideAddress(keys: readonly string[]): string | null {
  return keys.length > 1 && keys.length <= MOST_BESIDE ? `/beside/${keys.join(',')}` : null;
}
