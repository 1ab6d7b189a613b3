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
  readonly onPress: () => void;
  readonly children: ReactNode;
}

export function Chip({ pressed, busy = false, onPress, children }: ChipProps) {
  return (
    <button type="button" className={cx('chip')} aria-pressed={pressed} disabled={busy} onClick={onPress}>
      {children}
    </button>
  );
}
