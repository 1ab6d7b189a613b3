/** "In reach within 30 days: 31%" */
export function sayChance(chance: number): string {
  return `In reach within 30 days: ${percent(chance)}`;
}

/** "31%"; what is less than one in a hundred is said to be so. */
export function percent(chance: number): string {
  return chance > 0 && chance < 0.01 ? 'under 1%' : `${Math.round(100 * chance)}%`;
}

/** Keys with those of which a chance is known first, as they are ranked; the others stay in their order behind them. */
export function likeliestFirst(keys: readonly string[], chances: ReadonlyMap<string, number>): readonly string[] {
  const there = new Set(keys);
  return [...[...chances.keys()].filter((key) => there.has(key)), ...keys.filter((key) => !chances.has(key))];
}
