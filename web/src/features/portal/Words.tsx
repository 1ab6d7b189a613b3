import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { Chip, Chips } from './Chips.js';
import { noteOf, readNote, REASONS, toggled } from './portal.rules.js';
import portalCss from './portal.module.css';

const cx = classesOf(portalCss);

const CHOICES = new Map(REASONS.map((reason) => [reason, reason]));

interface Props {
  readonly id: string;
  readonly kept: string;
  readonly busy: boolean;
  readonly onKeep: (note: string) => void;
}

/** Why somebody thinks so of a home: by a tap, or in words. */
export function Words({ id, kept, busy, onKeep }: Props) {
  const { reasons, words } = readNote(kept);
  const [typed, setTyped] = useState(words);
  const [writes, setWrites] = useState(words !== '');
  return (
    <>
      <Chips
        label="Because of"
        choices={CHOICES}
        chosen={reasons}
        busy={busy}
        onToggle={(reason) => onKeep(toggled(kept, reason))}
      >
        {!writes && <Chip onPress={() => setWrites(true)}>say it …</Chip>}
      </Chips>
      {writes && (
        <form className={cx('portal-own')} onSubmit={(event) => (event.preventDefault(), onKeep(noteOf(reasons, typed)))}>
          <label className="sr-only" htmlFor={`note-${id}`}>
            Why? A note for your agent
          </label>
          <input
            id={`note-${id}`}
            value={typed}
            maxLength={800}
            autoFocus={words === ''}
            placeholder="Why? A word helps"
            onChange={({ target }) => setTyped(target.value)}
          />
          <button type="submit" className={cx('portal-button')} disabled={busy || typed.trim() === words}>
            {typed.trim() === words && words !== '' ? 'Kept' : 'Keep note'}
          </button>
        </form>
      )}
    </>
  );
}
