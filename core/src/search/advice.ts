/** What a count means for an alert. 25 to 30 are comfortable, fewer than about 10 want widening (common practice, no source). */
export interface Advice {
  readonly tone: 'tooFew' | 'comfortable' | 'tooMany';
  readonly title: string;
  readonly reason: string;
}

interface Numbers {
  readonly fit: number;
  readonly unknown: number;
  readonly lines: readonly { readonly label: string; readonly holdsBack: number; readonly blank: number }[];
}

const TOO_FEW = 10;
const TOO_MANY = 45;

/** Advice with its reason: what the figure means for an alert, and the line whose dropping would help most. */
export function advise({ fit, unknown, lines }: Numbers): Advice {
  const best = [...lines].sort((a, b) => b.holdsBack + b.blank - (a.holdsBack + a.blank))[0];
  const adds = best ? best.holdsBack + best.blank : 0;
  const relax = best && adds > 0 ? ` Dropping ${best.label} alone would add ${adds}.` : '';
  const blank = unknown > 0 ? ` ${unknown} more may fit but leave a field blank.` : '';
  if (fit === 0) {
    return {
      tone: 'tooFew',
      title: 'Nothing fits.',
      reason: relax ? relax.trim() : 'No single line is at fault; loosen more than one.',
    };
  }
  if (fit < TOO_FEW)
    return { tone: 'tooFew', title: 'Few for an alert.', reason: `An alert this tight stays silent for weeks.${relax}${blank}` };
  if (fit > TOO_MANY)
    return {
      tone: 'tooMany',
      title: 'Many for an alert.',
      reason: `With ${fit} homes, write once a day at most, or narrow the search.`,
    };
  return { tone: 'comfortable', title: 'Good for an alert.', reason: `Enough homes to choose from, few enough to read.${blank}` };
}
