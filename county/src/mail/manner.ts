/** How the mail server behaves: as one should, as one that is away, refuses every address, or takes its time. */
export const MANNERS = ['takes', 'isAway', 'refuses', 'isSlow'] as const;
export type Manner = (typeof MANNERS)[number];

const SLOW_MS = 4_000;

/** What it answers to a connection; null where it takes it. Codes are RFC 5321's, with RFC 3463's. */
export function atConnection(manner: Manner): Error | null {
  return manner === 'isAway' ? answer(421, '4.3.2 Not now; try again later.') : null;
}

/** What it answers to an address; null where it takes it. */
export function atAddress(manner: Manner, isFull: boolean): Error | null {
  if (manner === 'refuses') return answer(550, '5.1.1 There is no such mailbox here.');
  return isFull ? answer(552, '5.2.2 The mailbox is full.') : null;
}

/** How long it thinks before a message is taken, in milliseconds. */
export function thinksFor(manner: Manner): number {
  return manner === 'isSlow' ? SLOW_MS : 0;
}

function answer(responseCode: number, message: string): Error {
  return Object.assign(new Error(message), { responseCode });
}
