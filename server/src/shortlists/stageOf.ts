import type { Showing, Stage } from '@perambula/contract';

const STEPS: readonly Stage[] = ['considering', 'asked', 'booked', 'seen'];

/** How far a home got: as its agent says, or further by its showings. What is offered on or dropped stays so. */
export function stageOf(
  said: Stage,
  showings: readonly { readonly state: Showing['state']; readonly startAt: Date | null; readonly minutes: number }[],
  now: number,
): Stage {
  const steps = [said, ...showings.map((showing) => stageBy(showing, now))].map((stage) => STEPS.indexOf(stage));
  return STEPS.includes(said) ? (STEPS[Math.max(...steps)] ?? said) : said;
}

function stageBy(
  { state, startAt, minutes }: { readonly state: Showing['state']; readonly startAt: Date | null; readonly minutes: number },
  now: number,
): Stage {
  if (state === 'confirmed' && startAt) return startAt.getTime() + minutes * 60_000 <= now ? 'seen' : 'booked';
  return ['asked', 'proposed', 'countered'].includes(state) ? 'asked' : 'considering';
}
