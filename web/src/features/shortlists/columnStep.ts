import type { KeyboardCoordinateGetter } from '@dnd-kit/core';

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };
/** So far below its head a card is held over a column, in pixels. */
const BELOW_HEAD = 40;

/** Where a card goes that the arrow keys move: to the column before or after, in the order in which they are read. */
export const columnStep: KeyboardCoordinateGetter = (event, { currentCoordinates, context }) => {
  const { collisionRect: card, droppableRects } = context;
  const step = STEPS[event.code];
  if (step === undefined || !card) return undefined;
  event.preventDefault();
  const columns = [...droppableRects.values()].sort((a, b) => a.top - b.top || a.left - b.left);
  const middle = card.left + card.width / 2;
  const here = columns.findIndex(
    ({ left, right, top, bottom }) => left <= middle && middle <= right && top <= card.top && card.top <= bottom,
  );
  const next = columns[Math.min(columns.length - 1, Math.max(0, here + step))];
  return next && { x: currentCoordinates.x + next.left - card.left, y: currentCoordinates.y + next.top + BELOW_HEAD - card.top };
};
