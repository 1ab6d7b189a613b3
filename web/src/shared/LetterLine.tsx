import type { AlertPreview } from '@perambula/contract';
import type { ReactNode } from 'react';
import { classesOf } from './classes.js';
import ownCss from './LetterLine.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly label: string;
  /** The field that it names, where that is one. */
  readonly field?: string;
  /** Whether it holds several lines of text. */
  readonly isTall?: boolean;
  readonly children: ReactNode;
}

/** A line at the head of a letter's sheet: what it is, and what stands there. */
export function LetterLine({ label, field, isTall = false, children }: Props) {
  return (
    <div className={cx(isTall ? 'line is-tall' : 'line')}>
      {field === undefined ? (
        <span className="soft">{label}</span>
      ) : (
        <label className="soft" htmlFor={field}>
          {label}
        </label>
      )}
      {children}
    </div>
  );
}

/** To whom a letter goes, and who gets nothing of it. */
export function Addressees({ to, nobody }: { readonly to: AlertPreview['to'] | undefined; readonly nobody: ReactNode }) {
  return (
    <span>
      {to?.map(({ email, name, confirmed }) => (
        <span key={email} className={cx(confirmed ? 'to' : 'to is-unconfirmed')} title={email}>
          {name}
          {!confirmed && ' (not confirmed, gets nothing)'}
        </span>
      ))}
      {to?.length === 0 && nobody}
    </span>
  );
}
