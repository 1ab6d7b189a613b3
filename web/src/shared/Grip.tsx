import type { DraggableSyntheticListeners } from '@dnd-kit/core';
import { GripVertical } from 'lucide-react';
import { classesOf } from './classes.js';
import ownCss from './Grip.module.css';

const cx = classesOf(ownCss);

const STEPS: Readonly<Record<string, 1 | -1>> = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 };

interface Props {
  /** What it moves, in the reader's words. */
  readonly name: string;
  /** What drags it by a pointer. */
  readonly listeners: DraggableSyntheticListeners;
  /** Where it stands, said when that changes: "2 of 5". */
  readonly place: string;
  readonly isDisabled?: boolean;
  /** Takes the focus as it appears: it stands elsewhere now because a key moved it. */
  readonly isFollowed?: boolean;
  /** An arrow key moves it one place on, or back. */
  readonly onStep: (by: 1 | -1) => void;
}

/** The handle of a row or card: dragged by a pointer, or moved a place at a time by the arrow keys. */
export function Grip({ name, place, listeners, isDisabled = false, isFollowed = false, onStep }: Props) {
  const step = (event: React.KeyboardEvent): void => {
    const by = STEPS[event.key];
    if (by === undefined || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    onStep(by);
  };
  return (
    <>
      <button
        type="button"
        className={cx('grip')}
        {...listeners}
        onKeyDown={step}
        disabled={isDisabled}
        ref={isFollowed ? takeFocus : undefined}
        aria-label={`Move ${name}: drag it, or press the arrow keys`}
      >
        <GripVertical size={16} aria-hidden="true" />
      </button>
      <span className="sr-only" aria-live="polite">
        {place}
      </span>
    </>
  );
}

const takeFocus = (button: HTMLButtonElement | null): void => button?.focus();
