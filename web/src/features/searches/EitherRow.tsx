import { fieldOf, linesOfMember, phraseOf } from '@perambula/core';
import type { EitherLine, Field, FieldLine, Line } from '@perambula/core';
import { X } from 'lucide-react';
import { Fragment, useState } from 'react';
import { freshId } from './draft.js';
import { withMemberLine, withoutMemberLine } from './either.rules.js';
import { FieldPopover } from './FieldPopover.js';
import { withLine, withoutLine } from './lineEditing.rules.js';
import { LineMenu } from './LineMenu.js';
import { BlankNote, HoldsBack, TriedNote } from './LineRow.js';
import type { LinesProps } from './linesProps.js';
import { useChoices } from './searches.api.js';
import { ValueEditor } from './ValueEditor.js';

type Props = LinesProps & {
  readonly line: EitherLine;
  readonly most: number;
  /** The id of the line that is being edited, here or elsewhere. */
  readonly editing: string | null;
  readonly onEdit: (id: string | null) => void;
};

/** A line being added: its field, and the member that it must hold together with; null for one of its own. */
interface Pending {
  readonly field: Field;
  readonly id: string;
  readonly beside: number | null;
}

/** Several lines of which any may hold; each says how many homes fit thanks to it alone. */
export function EitherRow(props: Props) {
  const { line, search, count, most, editing, onEdit, onChange, onShow, triedWithout, onTry } = props;
  const [pending, setPending] = useState<Pending | null>(null);
  const held = count?.lines.find(({ id }) => id === line.id);
  const tried = triedWithout === line.id;
  const nice = line.weight === 'nice';
  const put = (next: Line | null, touched?: string): void =>
    onChange(next ? withLine(search, next) : withoutLine(search, line.id), touched);
  const begin = (field: Field, beside: number | null): void => {
    onEdit(null);
    setPending({ field, id: freshId(search), beside });
  };
  const editor = (member: FieldLine | undefined, field: Field, id: string, beside: number | null, done: () => void) => (
    <MemberEditor
      {...props}
      field={field}
      member={member}
      onDone={done}
      onLine={(is) => put(withMemberLine(line, { ...(member ?? { id, field: field.name }), is }, beside), id)}
    />
  );
  const pendingEditor = pending && !line.either.some((member) => linesOfMember(member).some(({ id }) => id === pending.id)) && (
    <p className="either-line">
      <span className="line-label">{pending.field.label}</span>
      {editor(undefined, pending.field, pending.id, pending.beside, () => setPending(null))}
    </p>
  );
  return (
    <div className={`line is-either ${tried ? 'is-left-out' : ''}`}>
      <span className="line-label">Either</span>
      <div className="line-value">
        {line.either.map((member, i) => (
          <Fragment key={linesOfMember(member)[0]?.id ?? i}>
            {i > 0 && <span className="either-or">or</span>}
            {linesOfMember(member).map((each, j) => {
              const field = fieldOf(each.field) as Field;
              const isEdited = editing === each.id || pending?.id === each.id;
              return (
                <div key={each.id} className="either-line">
                  {isEdited ? (
                    <>
                      <span className="line-label">{field.label}</span>
                      {editor(each, field, each.id, i, () => (setPending(null), onEdit(null)))}
                    </>
                  ) : (
                    <button
                      type="button"
                      className="phrase"
                      aria-label={`${field.label}: ${phraseOf(each)}. Edit`}
                      onClick={() => (setPending(null), onEdit(each.id))}
                    >
                      {j > 0 && 'and '}
                      {field.label.toLowerCase()} {phraseOf(each)}
                    </button>
                  )}
                  {j === 0 && held?.members?.[i] && !nice && <span className="either-adds">adds {held.members[i].adds}</span>}
                  <button
                    type="button"
                    className="line-remove"
                    aria-label={`Remove ${field.label} from these`}
                    onClick={() => put(withoutMemberLine(line, each.id))}
                  >
                    <X size={13} aria-hidden="true" />
                  </button>
                  {j === linesOfMember(member).length - 1 && (
                    <AddMember kinds={search.kinds} label="and …" onChoose={(field) => begin(field, i)} />
                  )}
                </div>
              );
            })}
            {pending?.beside === i && pendingEditor}
          </Fragment>
        ))}
        {pending?.beside === null && pendingEditor}
        <AddMember
          kinds={search.kinds}
          label="or …"
          onChoose={(field) => begin(field, null)}
          openAtOnce={line.either.length === 1}
        />
        {nice && <span className="line-hint">would be nice: comes first, keeps nothing out</span>}
        {tried && <TriedNote onPutBack={() => onTry(null)} onDrop={() => onChange(withoutLine(search, line.id))} />}
        <BlankNote line={line} blank={held?.blank ?? 0} onShow={() => onShow('unknown', line.id)} />
      </div>
      {nice || tried ? (
        <span className="holds" />
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
      <button
        type="button"
        className="line-remove"
        aria-label="Remove the either"
        onClick={() => onChange(withoutLine(search, line.id))}
      >
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

function MemberEditor({
  search,
  field,
  member,
  onDone,
  onLine,
}: Pick<Props, 'search'> & {
  readonly field: Field;
  readonly member: FieldLine | undefined;
  readonly onDone: () => void;
  readonly onLine: (is: FieldLine['is']) => void;
}) {
  const choices = useChoices().data ?? {};
  return <ValueEditor field={field} is={member?.is} kinds={search.kinds} choices={choices} onDone={onDone} onChange={onLine} />;
}

function AddMember({
  kinds,
  label,
  onChoose,
  openAtOnce = false,
}: {
  readonly kinds: LinesProps['search']['kinds'];
  readonly label: string;
  readonly onChoose: (field: Field) => void;
  readonly openAtOnce?: boolean;
}) {
  const [open, setOpen] = useState(openAtOnce);
  return (
    <FieldPopover kinds={kinds} open={open} onOpen={setOpen} onChoose={onChoose} placement="bottomLeft">
      <button type="button" className="link either-add">
        {label}
      </button>
    </FieldPopover>
  );
}
