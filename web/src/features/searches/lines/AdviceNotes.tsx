import type { CountAnswer } from '@perambula/contract';
import { advise } from '@perambula/core';
import type { FieldLine, Note, Search } from '@perambula/core';
import { changeDraft } from '../draft/draft.js';
import { withLine, withoutLine } from './lineEditing.rules.js';
import { useFilled, useLoosenings } from '../draft/searches.api.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './AdviceNotes.module.css';

const cx = classesOf(ownCss);

const MOST_NOTES = 3;

interface Props {
  readonly count: CountAnswer | undefined;
  /** The search that is counted. */
  readonly search: Search;
  /** Whether the count is that search's own and nothing is being typed: only then is single advice given. */
  readonly resting: boolean;
}

/** What the count means for an alert, and what single change would help, each at a click. */
export function AdviceNotes({ count, search, resting }: Props) {
  const loosenings = useLoosenings(search, resting).data;
  const filled = useFilled(search.kinds, true).data;
  if (!count) return null;
  const evidence = { ...count, ...(loosenings ? { loosenings } : {}), ...(filled ? { filled } : {}) };
  const { title, reason, notes: all } = advise(search, evidence);
  const notes = resting ? all : [];
  return (
    <div className={cx('advice')} aria-live="polite">
      <p>
        <b>{title}</b> {reason}
      </p>
      {notes.length > 0 && (
        <ul>
          {notes.slice(0, MOST_NOTES).map((note) => (
            <li key={note.text}>
              {note.text}{' '}
              {note.change !== undefined && (
                <button type="button" className="link" onClick={() => follow(note)} aria-label={`${note.text} ${doing(note)}`}>
                  {doing(note)}
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function doing({ change }: Note): string {
  return change === null ? 'Drop it' : 'Do that';
}

function follow({ line: id, change }: Note): void {
  changeDraft((now) => {
    const line = now.lines.find((each) => each.id === id);
    if (!line || id === undefined || change === undefined) return now;
    return change === null ? withoutLine(now, id) : withLine(now, { ...(line as FieldLine), is: change });
  });
}
