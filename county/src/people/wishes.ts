import type { Random } from '../random.js';

/** A home as its portal shows it, by the Data Dictionary's names. */
export type SeenHome = Readonly<Record<string, unknown>>;

/** Something that a person looks for, or cannot stand, whether or not the agent was told. */
export interface Wish {
  /** The field that it goes by, and which way. */
  readonly field: string;
  readonly way: 'atLeast' | 'atMost' | 'noneOf' | 'oneOf';
  /** What they write of a home that is not so. */
  readonly complaint: string;
  /** Whether a home is so; null where what is shown of it does not say. */
  readonly holds: (home: SeenHome) => boolean | null;
}

export type Verdict = 'like' | 'unsure' | 'notForUs';

/** What a person thinks of a home, with what they would write to it; empty where nothing comes to mind. */
export interface Opinion {
  readonly verdict: Verdict;
  readonly note: string;
}

/** How often somebody does not go by their own wishes. */
const MOODS = 0.06;
const PRAISE = ['Lovely light.', 'This could be it.', 'We like the street.', 'Can we see this one?', 'Nice kitchen.'] as const;
const DOUBTS = ['Hard to tell from the pictures.', 'Maybe. The price is high.', 'Not sure about the road.'] as const;

/** What somebody thinks of a home: refused for the first wish that it fails, doubted where it does not say. */
export function opinionOf(home: SeenHome, wishes: readonly Wish[], random: Random): Opinion {
  if (random.chance(MOODS)) return { verdict: random.pick(['like', 'unsure', 'notForUs']), note: '' };
  const failed = wishes.find(({ holds }) => holds(home) === false);
  if (failed) return { verdict: 'notForUs', note: failed.complaint };
  if (wishes.some(({ holds }) => holds(home) === null) && random.chance(0.6))
    return { verdict: 'unsure', note: random.pick(DOUBTS) };
  return { verdict: 'like', note: random.pick(PRAISE) };
}

function ofFigure(field: string, way: Wish['way'], isSo: (value: number) => boolean, complaint: string): Wish {
  const holds = (home: SeenHome): boolean | null => {
    const value = home[field];
    return typeof value === 'number' ? isSo(value) : null;
  };
  return { field, way, complaint, holds };
}

/** At least so much of a figure. */
export function atLeast(field: string, least: number, complaint: string): Wish {
  return ofFigure(field, 'atLeast', (value) => value >= least, complaint);
}

/** At most so much of a figure. */
export function atMost(field: string, most: number, complaint: string): Wish {
  return ofFigure(field, 'atMost', (value) => value <= most, complaint);
}

/** None of some values of a choice, or of a list of them. */
export function noneOf(field: string, values: readonly string[], complaint: string): Wish {
  const holds = (home: SeenHome): boolean | null => {
    const value = home[field];
    if (value === null || value === undefined) return null;
    const said = Array.isArray(value) ? value.map(String) : [String(value)];
    return !said.some((each) => values.includes(each));
  };
  return { field, way: 'noneOf', complaint, holds };
}

/** One of some values of a choice, or of a list of them. */
export function oneOf(field: string, values: readonly string[], complaint: string): Wish {
  const { holds } = noneOf(field, values, complaint);
  return {
    field,
    way: 'oneOf',
    complaint,
    holds: (home) => {
      const without = holds(home);
      return without === null ? null : !without;
    },
  };
}
