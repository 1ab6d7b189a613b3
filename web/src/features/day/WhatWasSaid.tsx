import type { DayHome, RoundDay, VisitNote } from '@perambula/contract';
import { Camera, X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { sayTime } from './day.rules.js';
import { takeBack, useDay, writeDown } from './day.store.js';
import { shrink } from './shrink.js';
import ownCss from './DayPage.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly day: RoundDay;
  readonly home: DayHome;
  readonly notes: readonly VisitNote[];
}

/** Notes and photographs of one home. What is typed and not kept yet stays, whatever becomes of the page. */
export function WhatWasSaid({ day, home: { listingKey }, notes }: Props) {
  const [text, setText] = useTyped(`${day.id} ${listingKey}`);
  const [problem, setProblem] = useState('');
  const of = notes.filter((note) => note.listingKey === listingKey);
  const plain = { listingKey, personId: null, verdict: null, minutes: null };
  const keep = async (): Promise<void> => {
    if (text.trim() === '') return;
    await writeDown({ ...plain, kind: 'words', text: text.trim() });
    setText('');
  };
  const photograph = async (file: File): Promise<void> => {
    setProblem('');
    try {
      await writeDown({ ...plain, kind: 'photograph', text: '' }, await shrink(file));
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <section aria-label="Notes">
      {of.map((note) => (
        <Note key={note.id} day={day} note={note} />
      ))}
      <label className="sr-only" htmlFor="note">
        What was said
      </label>
      <textarea
        id="note"
        className={cx('field')}
        rows={2}
        maxLength={2000}
        placeholder="What was said, typed or spoken into your keyboard"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className={cx('acts')}>
        <button type="button" className={cx('button')} disabled={text.trim() === ''} onClick={() => void keep()}>
          Keep the note
        </button>
        <label className={cx('button')}>
          <Camera size={16} aria-hidden="true" /> Photograph
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              if (file) void photograph(file);
              event.target.value = '';
            }}
          />
        </label>
      </div>
      {problem && (
        <p role="alert" className={cx('shut')}>
          {problem}
        </p>
      )}
    </section>
  );
}

function Note({ day, note: { id, kind, text, at } }: { readonly day: RoundDay; readonly note: VisitNote }) {
  const source = usePicture(day.id, id, kind === 'photograph');
  if (kind !== 'words' && kind !== 'photograph') return null;
  return (
    <div className={cx('note')}>
      {source && <img src={source} alt={text || 'A photograph of this home'} />}
      <p>
        {text} <span className="soft figure">{sayTime(day, at)}</span>
      </p>
      <button
        type="button"
        className={cx('link')}
        aria-label={`Take back: ${text || 'the photograph'}`}
        onClick={() => void takeBack(id)}
      >
        <X size={16} aria-hidden="true" />
      </button>
    </div>
  );
}

/** Where a photograph is shown from: this telephone until it was sent, then the server. */
function usePicture(roundId: string, noteId: string, isPicture: boolean): string | null {
  const picture = useDay(({ unsent }) => unsent.find(({ id }) => id === noteId)?.picture);
  const own = useMemo(() => (picture ? URL.createObjectURL(picture) : null), [picture]);
  useEffect(() => () => void (own && URL.revokeObjectURL(own)), [own]);
  return isPicture ? (own ?? `/api/rounds/${roundId}/notes/${noteId}/picture`) : null;
}

/** What is being typed, under a name, on this telephone. */
function useTyped(name: string): [string, (text: string) => void] {
  const key = `day ${name}`;
  const [text, setText] = useState(() => localStorage.getItem(key) ?? '');
  return [
    text,
    (typed) => {
      setText(typed);
      if (typed === '') localStorage.removeItem(key);
      else localStorage.setItem(key, typed);
    },
  ];
}
