/** What was last worked out under each of a few names, kept for as long as it would be worked out of the same. */
export class LastWorkedOut<T> {
  private readonly known = new Map<string, { readonly basis: string; readonly value: T }>();

  /** @param basis  names what it is worked out of: with another, it is worked out anew */
  async of(name: string, basis: string, work: () => Promise<T>): Promise<T> {
    const known = this.known.get(name);
    if (known?.basis === basis) return known.value;
    const value = await work();
    this.known.set(name, { basis, value });
    return value;
  }
}

/** Some listings on a day, by their number and the first of them: a feed that is still being read soon gives others. */
export function basisOf(day: string, keys: readonly string[]): string {
  return `${day} ${keys.length} ${keys[0] ?? ''}`;
}
