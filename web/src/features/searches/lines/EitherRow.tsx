import { fieldOf, labelOf, labelWithin, linesOfMember, phraseOf } from '@perambula/core';
import type { CatalogueEntry, EitherLine, Field, FieldLine, Line, NewLine } from '@perambula/core';
import { X } from 'lucide-react';
import { Fragment, useState } from 'react';
import { withMemberLine, withoutMemberLine } from './either.rules.js';
import { FieldPopover } from './FieldPopover.js';
import { newLine, withLine, withoutLine } from './lineEditing.rules.js';
import { LineMenu } from './LineMenu.js';
import { BlankNote, HoldsBack, TriedNote, useFocusAfter } from './LineRow.js';
import type { LinesProps } from './linesProps.js';
import { ValueEditor } from './ValueEditor.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './EitherRow.module.css';

const cx = classesOf(lineCss, ownCss);

type Props = LinesProps & {
  readonly line: EitherLine;
  readonly most: number;
  /** The id of the line that is being edited, here or elsewhere. */
  readonly editing: string | null;
  readonly onEdit: (id: string, on: boolean) => void;
};

/** A line being added, and the member that it must hold together with; null for one of its own. */
interface Begun {
  readonly line: NewLine;
  readonly beside: number | null;
}

/** Several lines of which any may hold; each says how many homes fit thanks to it alone. */
export function EitherRow(props: Props) {
  const { line, search, count, most, onEdit, onChange, onShow, triedWithout, onTry } = props;
  const [begun, setBegun] = useState<Begun | null>(null);
  const held = count?.lines.find(({ id }) => id === line.id);
  const tried = triedWithout === line.id;
  const nice = line.weight === 'nice';
  const put = (next: Line | null, touched?: string): void =>
    onChange(next ? withLine(search, next) : withoutLine(search, line.id), touched);
  const begin = (entry: CatalogueEntry, beside: number | null): void => {
    const begins = newLine(entry);
    if (begins.is) put(withMemberLine(line, begins, beside), begins.id);
    setBegun(begins.is ? null : { line: begins, beside });
    onEdit(begins.id, true);
  };
  return (
    <div role="group" aria-label="Either" data-line className={cx(`line is-either ${tried ? 'is-left-out' : ''}`)}>
      <span className={cx('line-label')}>Either</span>
      <div className={cx('line-value')}>
        <Members
          {...props}
          members={withBegun(line, begun)}
          adds={nice ? undefined : held?.members?.map(({ adds }) => adds)}
          onDone={() => setBegun(null)}
          onLine={(changed) => put(withMemberLine(line, changed, begun?.beside ?? null), changed.id)}
          onBegin={begin}
          onRemove={(each) => (each.is ? put(withoutMemberLine(line, each.id)) : setBegun(null))}
        />
        <AddMember
          kinds={search.kinds}
          label="or …"
          onChoose={(entry) => begin(entry, null)}
          openAtOnce={line.either.length === 1}
        />
        {nice && <span className={cx('line-hint')}>would be nice: comes first, keeps nothing out</span>}
        {tried && <TriedNote onPutBack={() => onTry(null)} onDrop={() => put(null)} />}
        <BlankNote line={line} blank={held?.blank ?? 0} onShow={() => onShow('unknown', line.id)} />
      </div>
      {nice || tried ? (
        <span className={cx('holds')} />
      ) : (
        <HoldsBack holdsBack={held?.holdsBack} most={most} label="The either" onShow={() => onShow('missByOne', line.id)} />
      )}
      <LineMenu
        line={line}
        label="the either"
        adds={held ? held.holdsBack + held.blank : 0}
        tried={tried}
        onChange={(changed) => onChange(withLine(search, changed))}
        onTry={() => onTry(tried ? null : line.id)}
      />
      <button type="button" className="small-button" data-remove aria-label="Remove the either" onClick={() => put(null)}>
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

type MembersProps = Pick<Props, 'search' | 'editing' | 'onEdit'> & {
  readonly members: readonly (readonly (FieldLine | NewLine)[])[];
  /** How many homes fit thanks to each member alone, where that is known. */
  readonly adds: readonly number[] | undefined;
  /** What was begun is not edited any more. */
  readonly onDone: () => void;
  readonly onLine: (line: FieldLine) => void;
  readonly onBegin: (entry: CatalogueEntry, beside: number) => void;
  readonly onRemove: (line: FieldLine | NewLine) => void;
};

/** The lines of which any may hold, or that must hold together. */
function Members({ members, search, editing, onEdit, adds, onDone, onLine, onBegin, onRemove }: MembersProps) {
  return (
    <>
      {members.map((lines, i) => (
        <Fragment key={lines[0]?.id ?? i}>
          {i > 0 && <span className={cx('either-or')}>or</span>}
          {lines.map((each, j) => (
            <div key={each.id} data-line className={cx('either-line')}>
              <MemberPhrase
                member={each}
                search={search}
                isFurther={j > 0}
                editing={editing === each.id}
                onEdit={(on) => {
                  onEdit(each.id, on);
                  if (!on) onDone();
                }}
                onLine={onLine}
              />
              {j === 0 && adds?.[i] !== undefined && <span className={cx('either-adds')}>adds {adds[i]}</span>}
              <button
                type="button"
                className="small-button"
                data-remove
                aria-label={`Remove ${labelOf(each)} from these`}
                onClick={() => onRemove(each)}
              >
                <X size={13} aria-hidden="true" />
              </button>
              {j === lines.length - 1 && <AddMember kinds={search.kinds} label="and …" onChoose={(entry) => onBegin(entry, i)} />}
            </div>
          ))}
        </Fragment>
      ))}
    </>
  );
}

/** The members' lines, with the one that is being added where it will stand. */
function withBegun({ either }: EitherLine, begun: Begun | null): readonly (readonly (FieldLine | NewLine)[])[] {
  const members = either.map(linesOfMember);
  if (!begun || members.some((lines) => lines.some(({ id }) => id === begun.line.id))) return members;
  if (begun.beside === null) return [...members, [begun.line]];
  return members.map((lines, i) => (i === begun.beside ? [...lines, begun.line] : lines));
}

/** One line of a member as its phrase, or as it is edited. */
function MemberPhrase({
  member,
  search,
  isFurther,
  editing,
  onEdit,
  onLine,
}: Pick<Props, 'search'> & {
  readonly member: FieldLine | NewLine;
  readonly isFurther: boolean;
  readonly editing: boolean;
  readonly onEdit: (on: boolean) => void;
  readonly onLine: (line: FieldLine) => void;
}) {
  const field = fieldOf(member.field) as Field;
  const phrase = useFocusAfter(editing);
  if (editing || !member.is) {
    return (
      <>
        <span className={cx('line-label')}>{field.label}</span>
        <ValueEditor line={member} kinds={search.kinds} onDone={() => onEdit(false)} onChange={onLine} />
      </>
    );
  }
  return (
    <button
      ref={phrase}
      type="button"
      className={cx('phrase')}
      data-phrase
      aria-label={`${field.label}: ${phraseOf(member)}. Edit`}
      onClick={() => onEdit(true)}
    >
      {isFurther && 'and '}
      {labelWithin(field)} {phraseOf(member)}
    </button>
  );
}

function AddMember({
  kinds,
  label,
  onChoose,
  openAtOnce = false,
}: {
  readonly kinds: LinesProps['search']['kinds'];
  readonly label: string;
  readonly onChoose: (entry: CatalogueEntry) => void;
  readonly openAtOnce?: boolean;
}) {
  const [open, setOpen] = useState(openAtOnce);
  return (
    <FieldPopover kinds={kinds} open={open} onOpen={setOpen} onChoose={onChoose} placement="bottomLeft">
      <button type="button" className={cx('link either-add')}>
        {label}
      </button>
    </FieldPopover>
  );
}
