import { classesOf } from '../../shared/classes.js';
import alertsCss from './alerts.module.css';

const cx = classesOf(alertsCss);

interface Props {
  readonly title: string;
  /** What is chosen by no, and by yes. */
  readonly no: string;
  readonly yes: string;
  readonly value: boolean;
  readonly onChange: (value: boolean) => void;
}

/** One of an alert's settings that is so or otherwise. */
export function EitherOr({ title, no, yes, value, onChange }: Props) {
  return (
    <>
      <h2>{title}</h2>
      <div className={cx('chips')}>
        <button type="button" className={cx('choice')} aria-pressed={!value} onClick={() => onChange(false)}>
          {no}
        </button>
        <button type="button" className={cx('choice')} aria-pressed={value} onClick={() => onChange(true)}>
          {yes}
        </button>
      </div>
    </>
  );
}
