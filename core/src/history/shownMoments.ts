import type { Life, Moment } from './homeHistory.js';

/**
 * What a client may read of a listing's time for sale, the latest first: what was asked and how it stood, not what was paid,
 * nor what an agent guesses of why it came back.
 */
export function shownMoments({ moments }: Pick<Life, 'moments'>): Moment[] {
  return moments.toReversed().map((moment) => {
    if (moment.kind === 'back') return { ...moment, guess: null };
    if (moment.kind === 'closed') return { ...moment, price: null, asked: null };
    return moment;
  });
}
