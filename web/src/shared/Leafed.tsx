import { useRef, useState } from 'react';
import type { KeyboardEvent, ReactNode, TouchEvent } from 'react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { classesOf } from './classes.js';
import ownCss from './Leafed.module.css';

const cx = classesOf(ownCss);

/** A finger that goes so far sideways leafs. */
const SWIPE_PX = 36;

export interface Leaf {
  readonly index: number;
  readonly count: number;
  readonly step: (by: 1 | -1) => void;
  /** For what holds the focus: the arrows leaf. */
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

/** Which of a home’s pictures is shown; after the last comes the first. */
export function useLeaf(count: number): Leaf {
  const [index, setIndex] = useState(0);
  const step = (by: 1 | -1): void => setIndex((at) => (at + by + count) % count);
  const onKeyDown = (event: KeyboardEvent): void => {
    if (count < 2 || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return;
    event.preventDefault();
    event.stopPropagation();
    step(event.key === 'ArrowLeft' ? -1 : 1);
  };
  return { index, count, step, onKeyDown };
}

/** A picture that is leafed through in place: by its arrows, by a finger, and by the keys of whatever holds it. */
export function Leafed({ leaf, children }: { readonly leaf: Leaf; readonly children: ReactNode }) {
  const from = useRef<number | null>(null);
  const { index, count, step } = leaf;
  if (count < 2) return children;
  const began = (event: TouchEvent): void => {
    from.current = event.touches[0]?.clientX ?? null;
  };
  const ended = (event: TouchEvent): void => {
    const by = (event.changedTouches[0]?.clientX ?? 0) - (from.current ?? 0);
    if (from.current !== null && Math.abs(by) >= SWIPE_PX) step(by < 0 ? 1 : -1);
    from.current = null;
  };
  const arrow = (by: 1 | -1) => (
    <button
      type="button"
      tabIndex={-1}
      className={cx(by < 0 ? 'arrow before' : 'arrow after')}
      aria-label={by < 0 ? 'The picture before' : 'The next picture'}
      onClick={(event) => {
        event.stopPropagation();
        step(by);
      }}
    >
      {by < 0 ? <ChevronLeft size={16} aria-hidden="true" /> : <ChevronRight size={16} aria-hidden="true" />}
    </button>
  );
  return (
    <div className={cx('leafed')} onTouchStart={began} onTouchEnd={ended}>
      {children}
      {arrow(-1)}
      {arrow(1)}
      <span className={cx('at')} aria-live="polite">
        {index + 1}/{count}
      </span>
    </div>
  );
}
