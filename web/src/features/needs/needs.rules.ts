import type { ClientNeed, Person } from '@perambula/contract';
import { isEither, labelOf, phraseOf, sayBound, USUAL_COST } from '@perambula/core';
import type { Bound, FieldLine, Line, LonLat, Question, Travel } from '@perambula/core';

/** What is asked, in this order, with an example of an answer where it is given in words. */
export const ASKED: Readonly<Record<Question, { readonly title: string; readonly example: string }>> = {
  must: { title: 'What must it have?', example: '3 beds, in Wrenfield or Tansy Hill, not bank-owned' },
  nice: { title: 'What would be nice?', example: 'a garage, a big garden' },
  by: { title: 'By when?', example: 'The lease ends' },
  paid: { title: 'How is it paid?', example: 'Lender’s letter for $460,000' },
  place: { title: 'Which places matter, and who goes there when?', example: 'Teo, each weekday' },
};

/** The same in a word, in a file. */
export const SAID: Readonly<Record<Question, string>> = {
  must: 'Must',
  nice: 'Nice',
  by: 'When',
  paid: 'Paid',
  place: 'Places',
};

/** Loans whose terms a seller has to agree to; a home must name them to be had so. */
export const LOANS_AGREED_TO = ['FHA', 'VA'] as const;

/** Who said something: a first name, or all of them; of who left the household, no name is known here. */
export function whoSaid(personId: string | null, people: readonly Person[]): string {
  if (personId === null) return 'all of them';
  return people.find(({ id }) => id === personId)?.name.split(' ')[0] ?? 'somebody who left';
}

/** "Beds: 3 or more". */
export function sayAsked(line: Line): string {
  return isEither(line) ? phraseOf(line) : `${labelOf(line)}: ${phraseOf(line)}`;
}

export function sayKept({ mode, ...bound }: Bound): string {
  return `${mode === 'out' ? 'Not in' : 'In'} ${sayBound({ mode, ...bound })}`;
}

/** The line that so many dollars a month at most make, by what is brought and borrowed. */
export function costLine(aMonth: number, downPercent: number, ratePercent: number): FieldLine {
  const assuming = { ...USUAL_COST, downPercent, ratePercent };
  return { id: 'cost', field: 'MonthlyCost', is: { atMost: aMonth }, assuming };
}

export function termsLine(terms: string): FieldLine {
  return { id: 'terms', field: 'ListingTerms', is: { anyOf: [terms] } };
}

/** How somebody goes to a place until they say otherwise. */
export function usualTravel(at: LonLat): Travel {
  return { to: at, arriveBy: '08:30', on: 'weekday', by: 'car' };
}

export function placeLine(name: string, travel: Travel, minutes: number): FieldLine {
  return { id: 'place', field: 'Minutes', name, ...travel, is: { atMost: minutes } };
}

/** "3 beds, a garage" and the like, one after another, as a file shows them. */
export function saySummary(needs: readonly ClientNeed[], question: Question, sayDay: (day: string) => string): string[] {
  return needs
    .filter((need) => need.question === question)
    .map(({ words, line, day }) => [line && sayAsked(line), day && sayDay(day), words].filter(Boolean).join(', '));
}
