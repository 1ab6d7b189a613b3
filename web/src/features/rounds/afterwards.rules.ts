import { VERDICT_SAID } from '@perambula/contract';
import type { DayHome, RoundDay, Task, Verdict, VisitNote } from '@perambula/contract';
import { street } from '../../shared/format.js';

/** What was written about one home of a round. */
export interface Written {
  readonly home: DayHome;
  /** When it was seen, ISO 8601; null where that was not said. */
  readonly seenAt: string | null;
  /** What each of the household thinks, as they said last, by first name. */
  readonly thinks: readonly { readonly name: string; readonly verdict: Verdict; readonly note: string }[];
  readonly words: readonly VisitNote[];
  readonly photographs: readonly VisitNote[];
}

/** What each of some people thinks of a home. */
type Thinks = readonly Pick<Written['thinks'][number], 'name' | 'verdict'>[];

/** The homes of which something was written down, or somebody said what they think, in the order of the round. */
export function writtenOf({ homes, people, notes }: Pick<RoundDay, 'homes' | 'people' | 'notes'>): readonly Written[] {
  return homes.flatMap((home) => {
    const of = notes.filter(({ listingKey }) => listingKey === home.listingKey);
    if (of.length === 0 && home.thinks.length === 0) return [];
    const kind = (wanted: VisitNote['kind']): VisitNote[] => of.filter((note) => note.kind === wanted);
    const thinks = people.flatMap(({ id, name }) =>
      home.thinks.filter(({ personId }) => personId === id).map(({ verdict, note }) => ({ name, verdict, note })),
    );
    return [
      {
        ...{ home, thinks, words: kind('words'), photographs: kind('photograph') },
        seenAt: kind('seen').at(-1)?.at ?? null,
      },
    ];
  });
}

/** "Abena says no, Corin likes it: they differ." */
export function sayThinks(thinks: Thinks): string {
  if (thinks.length === 0) return '';
  const said = thinks.map(({ name, verdict }) => `${name} ${VERDICT_SAID[verdict]}`).join(', ');
  const agree = new Set(thinks.map(({ verdict }) => verdict)).size === 1;
  return thinks.length === 1 ? `${said}.` : `${said}: they ${agree ? 'agree' : 'differ'}.`;
}

/** A next step that is proposed for a home that was seen: done in a tap, it is a task with its day. */
export interface NextStep {
  readonly label: string;
  readonly text: string;
  /** Days from now by which it is to be done. */
  readonly days: number;
}

/** What is proposed after a visit: whoever likes a home wants to see it again and to talk of an offer; the listing agent is thanked. */
export function nextSteps({ home, thinks }: { readonly home: DayHome; readonly thinks: Thinks }): readonly NextStep[] {
  const where = street({ UnparsedAddress: home.address });
  const likes = thinks.filter(({ verdict }) => verdict === 'like').length;
  const refuses = thinks.filter(({ verdict }) => verdict === 'notForUs').length;
  const isWanted = likes > 0 && refuses === 0;
  return [
    {
      label: 'Thank the listing agent',
      text: `Thank ${home.listAgent || 'the listing agent'} for the visit to ${where}`,
      days: 1,
    },
    ...(isWanted
      ? [
          { label: 'Offer talk', text: `Talk of an offer for ${where}`, days: 1 },
          { label: 'Comps', text: `Comps for ${where}`, days: 1 },
        ]
      : []),
    ...(refuses < thinks.length || thinks.length === 0
      ? [{ label: 'Second visit', text: `A second visit to ${where}`, days: 3 }]
      : []),
  ];
}

/** Whether nobody wants a home: then it can be dropped. */
export const isRefused = (thinks: Thinks): boolean => thinks.length > 0 && thinks.every(({ verdict }) => verdict === 'notForUs');

/** The task that a next step became, if it did. */
export function taskOf(tasks: readonly Task[], listingKey: string, { text }: NextStep): Task | undefined {
  return tasks.find((task) => task.home?.listingKey === listingKey && task.text === text);
}
