import type { LearnedChange } from '@perambula/contract';

/** "“First home” would lose 34 of its homes, and gain none." */
export function sayEffect({ searchName, adds, drops }: Pick<LearnedChange, 'searchName' | 'adds' | 'drops'>): string {
  const homes = (n: number): string => `${n.toLocaleString('en-US')} ${n === 1 ? 'home' : 'homes'}`;
  if (adds === 0 && drops === 0) return `It would change nothing in “${searchName}” today.`;
  if (adds === 0) return `“${searchName}” would lose ${homes(drops)}.`;
  return `“${searchName}” would gain ${homes(adds)}${drops > 0 ? ` and lose ${homes(drops)}` : ''}.`;
}

/** How much of what is not so is refused, as far as the answers tell: "At least 48% of homes that are not so are refused (95% sure)." */
export function sayHowSure({ refusedWithout: { low, high } }: NonNullable<LearnedChange['evidence']>): string {
  const percent = (share: number): number => Math.round(share * 100);
  const share = high === 1 ? `At least ${percent(low)}%` : `From ${percent(low)}% to ${percent(high)}%`;
  return `${share} of homes that are not so are refused (95% sure).`;
}
