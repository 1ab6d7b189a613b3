import type { ReactNode } from 'react';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Chips.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly label: string;
  /** By value, what stands on it. */
  readonly choices: ReadonlyMap<string, string>;
  readonly chosen: readonly string[];
  readonly busy?: boolean;
  readonly onToggle: (value: string) => void;
  readonly children?: ReactNode;
}

/** What is chosen by a tap, any number of them. */
export function Chips({ label, choices, chosen, busy = false, onToggle, children }: Props) {
  return (
    <div className={cx('chips')} role="group" aria-label={label}>
      {[...choices].map(([value, text]) => (
        <Chip key={value} pressed={chosen.includes(value)} busy={busy} onPress={() => onToggle(value)}>
          {text}
        </Chip>
      ))}
      {children}
    </div>
  );
}

interface ChipProps {
  /** Left out where it is no choice. */
  readonly pressed?: boolean;
  readonly busy?: boolean;
  /** What it says to whoever hears it, where what stands on it is not enough. */
  readonly label?: string;
  readonly onPress: () => void;
  readonly children: ReactNode;
}

export function Chip({ pressed, busy = false, label, onPress, children }: ChipProps) {
  return (
    <button type="button" className={cx('chip')} aria-pressed={pressed} aria-label={label} disabled={busy} onClick={onPress}>
      {children}
    </button>
  );
}
