import { fieldOf, isEither, labelOf, phraseOf, sayPlace, sentenceCase, travelOf } from '@perambula/core';
import type { FieldLine, Line, NewLine } from '@perambula/core';
import { Tooltip } from 'antd';
import { X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { eitherOf } from './either.rules.js';
import { withLine, withoutLine } from './lineEditing.rules.js';
import { LineMenu } from './LineMenu.js';
import type { LinesProps } from './linesProps.js';
import { ValueEditor } from './ValueEditor.js';
import { WhoAsked } from './WhoAsked.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './LineRow.module.css';

const cx = classesOf(lineCss, ownCss);

type Props = LinesProps & {
  readonly line: FieldLine | NewLine;
  readonly most: number;
  readonly editing: boolean;
  readonly onEdit: (on: boolean) => void;
};

/** One line: its phrase, edited where it stands, what it holds back, and what else can be done with it. */
export function LineRow({ line, search, count, most, editing, onEdit, onChange, onShow, triedWithout, onTry }: Props) {
  const field = fieldOf(line.field);
  const held = count?.lines.find(({ id }) => id === line.id);
  const label = field ? labelOf(line) : line.field;
  const travel = travelOf(line);
  const said = travel ? sentenceCase(sayPlace(travel, line.name)) : label;
  const nice = line.weight === 'nice';
  const tried = triedWithout === line.id;
  const remove = (): void => (line.is ? onChange(withoutLine(search, line.id)) : onEdit(false));
  const hint = nice ? 'would be nice: comes first, keeps nothing out' : field?.hint;
  return (
    <div
      role="group"
      aria-label={said}
      data-line
      className={cx(`line ${editing ? 'is-edited has-editor' : ''} ${tried ? 'is-left-out' : ''}`)}
    >
      <span className={cx('line-label')}>{said}</span>
      <div className={cx('line-value')}>
        <LineValue {...{ line, search, label, editing, onEdit, onChange }} />
        {hint && !editing && !tried && <span className={cx('line-hint')}>{hint}</span>}
        {line.is && !editing && !tried && <WhoAsked line={line} />}
        {tried && <TriedNote onPutBack={() => onTry(null)} onDrop={() => onChange(withoutLine(search, line.id))} />}
        {line.is && <BlankNote line={line} blank={held?.blank ?? 0} onShow={() => onShow('unknown', line.id)} />}
      </div>
      {!line.is || nice || tried ? (
        <span className={cx('holds')} />
      ) : (
        <HoldsBack holdsBack={held?.holdsBack} most={most} label={label} onShow={() => onShow('missByOne', line.id)} />
      )}
      {line.is && (
        <LineMenu
          line={line}
          label={label}
          adds={held ? held.holdsBack + held.blank : 0}
          tried={tried}
          onChange={(changed) => onChange(withLine(search, changed))}
          onTry={() => onTry(tried ? null : line.id)}
          onEither={() => onChange(withLine(search, eitherOf(line, search)))}
        />
      )}
      <button type="button" className="small-button" data-remove aria-label={`Remove ${label}`} onClick={remove}>
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

type ValueProps = Pick<Props, 'line' | 'search' | 'editing' | 'onEdit' | 'onChange'> & { readonly label: string };

/** A line's value: as a phrase, or as it is edited. */
function LineValue({ line, search, label, editing, onEdit, onChange }: ValueProps) {
  const phrase = useFocusAfter(editing);
  if (editing && fieldOf(line.field))
    return (
      <ValueEditor
        line={line}
        kinds={search.kinds}
        onDone={() => onEdit(false)}
        onChange={(next) => onChange(withLine(search, next), line.id)}
      />
    );
  if (!line.is) return null;
  return (
    <button
      ref={phrase}
      type="button"
      className={cx('phrase')}
      data-phrase
      onClick={() => onEdit(true)}
      aria-label={`${label}: ${phraseOf(line)}. Edit`}
    >
      {phraseOf(line)}
    </button>
  );
}

/** The phrase that takes the focus back when its editor, which had it, is gone. */
export function useFocusAfter(editing: boolean): React.RefObject<HTMLButtonElement | null> {
  const phrase = useRef<HTMLButtonElement>(null);
  const was = useRef(editing);
  useEffect(() => {
    if (was.current && !editing && document.activeElement === document.body) phrase.current?.focus();
    was.current = editing;
  }, [editing]);
  return phrase;
}

/** Says that a line is left out on trial, and how the trial ends. */
export function TriedNote({ onPutBack, onDrop }: { readonly onPutBack: () => void; readonly onDrop: () => void }) {
  return (
    <span className={cx('line-hint is-tried')}>
      left out on trial
      <button type="button" className="link" onClick={onPutBack}>
        put back (Esc)
      </button>
      <button type="button" className="link" onClick={onDrop}>
        drop it
      </button>
    </span>
  );
}

/** What blank listings do to the line: how many stay open, or what they were said to count as. */
export function BlankNote({ line, blank, onShow }: { readonly line: Line; readonly blank: number; readonly onShow: () => void }) {
  if (!isEither(line) && line.blanks === 'pass') return <span className={cx('line-hint')}>a blank counts as fitting</span>;
  if (!isEither(line) && line.blanks === 'fail') return <span className={cx('line-hint')}>a blank counts as not fitting</span>;
  if (blank === 0) return null;
  return (
    <button type="button" className={cx('line-blank')} onClick={onShow}>
      blank on {blank} more
    </button>
  );
}

export function HoldsBack({
  holdsBack,
  most,
  label,
  onShow,
}: {
  readonly holdsBack: number | undefined;
  readonly most: number;
  readonly label: string;
  readonly onShow: () => void;
}) {
  if (holdsBack === undefined) return <span className={cx('holds')} />;
  return (
    <Tooltip
      title={
        holdsBack === 0
          ? `${label} alone keeps nothing out`
          : `${holdsBack.toLocaleString('en-US')} ${holdsBack === 1 ? 'listing misses' : 'listings miss'} by this alone. Show them`
      }
    >
      <button
        type="button"
        className={cx('holds')}
        onClick={onShow}
        disabled={holdsBack === 0}
        aria-label={`${label} holds back ${holdsBack}`}
      >
        {holdsBack.toLocaleString('en-US')}
        <i style={{ width: `${Math.max(2, (48 * holdsBack) / most)}px` }} />
      </button>
    </Tooltip>
  );
}
