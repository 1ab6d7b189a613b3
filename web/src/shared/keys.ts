import { useEffect, useLayoutEffect, useRef } from 'react';
import { isTyping } from './isTyping.js';

interface Key {
  /** As the browser names it, in any case. */
  readonly key: string;
  /** With Ctrl, or Command on a Mac; not without. */
  readonly ctrl?: boolean;
  /** With Shift or without; either where it is not said. */
  readonly shift?: boolean;
  /** Also where somebody types. */
  readonly whileTyping?: boolean;
  /** What it does, as the list of keys says it. */
  readonly does: string;
}

/** Every key that does something wherever one is on a page. */
export const KEYS = {
  find: { key: 'k', ctrl: true, whileTyping: true, does: 'Find anything, or search in words' },
  newSearch: { key: 'n', does: 'A new search, with your usual lines' },
  openSearch: { key: 'o', does: 'Open another search: named, unfinished, or a usual start' },
  addLine: { key: 'l', does: 'Add a line to the search' },
  takeBack: { key: 'z', ctrl: true, shift: false, does: 'Take back the last change of the search' },
  doAgain: { key: 'z', ctrl: true, shift: true, does: 'Do it again' },
  shortlist: { key: 's', does: 'Put the home, or the homes chosen, on a shortlist' },
  task: { key: 't', does: 'Note something to do' },
  before: { key: 'ArrowLeft', does: 'The listing before, in the results' },
  next: { key: 'ArrowRight', does: 'The next listing' },
  keys: { key: '?', does: 'This list' },
} satisfies Record<string, Key>;

/** Keys of single parts of a page, which take them where they have the focus. */
const OF_PARTS = {
  lines: [['↑ ↓'], 'From a line to the next; Enter edits it, Delete takes it out'],
  boundMoved: [['← ↑ → ↓'], 'Move a bound, from its mark in the list; with Shift, ten times as far'],
  boundSized: [['+ −'], 'Make it larger or smaller; D doubles it, Delete takes it away'],
  value: [['Enter'], 'Keep the value typed, close the line; ↓ leads into what can be ticked under it'],
  leave: [['Esc'], 'Take the value as it was typed; put back a line left out on trial; leave the pen'],
  pictures: [['← →'], 'On a home’s address in the results: its pictures, one after another'],
  columns: [['Alt', '← →'], 'Move a column of the table, from its head; with Shift, make it wider or narrower'],
  order: [['Shift', 'Enter'], 'On a column’s head: order by it after what orders already'],
} as const;

const ARROWS: Readonly<Record<string, string>> = { ArrowLeft: '←', ArrowRight: '→' };

/** All keys with what they do, in the order in which they are listed. */
export const KEYS_LISTED: readonly (readonly [keys: readonly string[], does: string])[] = [
  listed(KEYS.find),
  listed(KEYS.newSearch),
  listed(KEYS.openSearch),
  listed(KEYS.addLine),
  OF_PARTS.lines,
  OF_PARTS.boundMoved,
  OF_PARTS.boundSized,
  OF_PARTS.value,
  OF_PARTS.leave,
  listed(KEYS.takeBack),
  listed(KEYS.doAgain),
  OF_PARTS.pictures,
  OF_PARTS.columns,
  OF_PARTS.order,
  listed(KEYS.shortlist),
  listed(KEYS.task),
  listed(KEYS.before),
  listed(KEYS.next),
  listed(KEYS.keys),
];

function listed({ key, ctrl, shift, does }: Key): readonly [readonly string[], string] {
  return [[...(ctrl ? ['Ctrl'] : []), ...(shift ? ['Shift'] : []), ARROWS[key] ?? key.toUpperCase()], does];
}

/** Does something at a key, anywhere on the page but where somebody types. */
export function useKey(name: keyof typeof KEYS, does: () => void): void {
  const latest = useRef(does);
  useLayoutEffect(() => {
    latest.current = does;
  }, [does]);
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      if (!isPressed(event, KEYS[name])) return;
      event.preventDefault();
      latest.current();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [name]);
}

/** Whether an event is of a key, with what is held down with it. */
export function isPressed(event: KeyboardEvent, { key, ctrl = false, shift, whileTyping = false }: Key): boolean {
  if (event.key.toLowerCase() !== key.toLowerCase() || event.altKey) return false;
  if ((event.ctrlKey || event.metaKey) !== ctrl) return false;
  if (shift !== undefined && event.shiftKey !== shift) return false;
  return whileTyping || !isTyping(event);
}
