import type { CountAnswer } from '@perambula/contract';
import { FIELD_GROUPS, fieldOf, isEither, phraseOf, PROPERTY_TYPES, sayBound } from '@perambula/core';
import type { Bound, Field, FieldLine, Line, PropertyType, Search } from '@perambula/core';
import { Input, Select, Tooltip } from 'antd';
import { ArrowLeftRight, Circle, Pentagon, X } from 'lucide-react';
import { useCallback, useState } from 'react';
import { freshId } from './draft.js';
import { FieldCatalogue } from './FieldCatalogue.js';
import { withLine, withoutLine } from './lineEditing.rules.js';
import { LineMenu } from './LineMenu.js';
import { useChoices } from './searches.api.js';
import { ValueEditor } from './ValueEditor.js';
import { RadiusEditor } from './RadiusEditor.js';

export type Pen = 'circle' | 'corners' | null;

interface Props {
  readonly search: Search;
  readonly count: CountAnswer | undefined;
  readonly stale: boolean;
  readonly pen: Pen;
  readonly onPen: (pen: Pen) => void;
  readonly onChange: (search: Search, touched?: string) => void;
  readonly onShow: (set: 'missByOne' | 'unknown', line: string) => void;
  readonly boundChosen: string | null;
  readonly onChooseBound: (id: string | null) => void;
  /** The line that is left out on trial. */
  readonly triedWithout: string | null;
  readonly onTry: (id: string | null) => void;
}

const KIND_LABEL: Readonly<Record<PropertyType, string>> = {
  Residential: 'Homes for sale',
  'Residential Lease': 'Homes to rent',
  'Residential Income': 'Two to four units',
  Land: 'Land',
  Farm: 'Farms',
  'Commercial Sale': 'Commercial',
};

/** The search as lines that can be edited where they stand, each with what it holds back. */
export function LinesPanel(props: Props) {
  const { search, count, stale, onChange } = props;
  const [editing, setEditing] = useState<string | null>(null);
  const [pending, setPending] = useState<Field | null>(null);
  const add = useCallback((field: Field): void => {
    setEditing(null);
    setPending(field);
  }, []);
  const most = Math.max(
    1,
    ...(count?.lines ?? []).map(({ holdsBack }) => holdsBack),
    count?.keepIn.holdsBack ?? 0,
    count?.keepOut.holdsBack ?? 0,
  );
  const rentalsMixed = search.kinds.includes('Residential Lease') && search.kinds.length > 1;
  const lineRow = (line: Line): React.ReactNode => (
    <LineRow
      key={line.id}
      line={line}
      most={most}
      {...props}
      editing={editing === line.id}
      onEdit={(on) => setEditing(on ? line.id : null)}
    />
  );
  return (
    <div className={stale ? 'lines is-stale' : 'lines'}>
      <WhereGroup {...props} most={most} />
      {FIELD_GROUPS.map((group) => {
        const lines = search.lines.filter((line) => groupOf(line) === group);
        if (lines.length === 0 && group !== 'Home' && pending?.group !== group) return null;
        return (
          <section key={group} aria-label={group}>
            <h4 className="lines-head">{group}</h4>
            {group === 'Home' && (
              <div className="line">
                <span className="line-label">Looking for</span>
                <Select
                  mode="multiple"
                  size="small"
                  variant="borderless"
                  className="kinds"
                  value={[...search.kinds]}
                  aria-label="Kinds of property"
                  options={PROPERTY_TYPES.map((value) => ({ value, label: KIND_LABEL[value] }))}
                  onChange={(kinds: PropertyType[]) => kinds.length > 0 && onChange({ ...search, kinds })}
                />
                {rentalsMixed && <p className="line-hint is-warning">Rentals are mixed with homes for sale.</p>}
              </div>
            )}
            {lines.map(lineRow)}
            {pending?.group === group && (
              <PendingLine field={pending} {...props} onDone={(id) => (setPending(null), setEditing(id))} />
            )}
          </section>
        );
      })}
      <FieldCatalogue kinds={search.kinds} onChoose={add} />
    </div>
  );
}

function groupOf(line: Line): Field['group'] {
  return isEither(line) ? 'Home' : (fieldOf(line.field)?.group ?? 'Home');
}

function LineRow({
  line,
  search,
  count,
  most,
  editing,
  onEdit,
  onChange,
  onShow,
  triedWithout,
  onTry,
}: Props & { readonly line: Line; readonly most: number; readonly editing: boolean; readonly onEdit: (on: boolean) => void }) {
  const choices = useChoices().data ?? {};
  const field = isEither(line) ? undefined : fieldOf(line.field);
  const held = count?.lines.find(({ id }) => id === line.id);
  const label = field?.label ?? 'Either';
  const nice = line.weight === 'nice';
  const tried = triedWithout === line.id;
  const hint = nice ? 'would be nice: comes first, keeps nothing out' : field?.hint;
  return (
    <div className={`line ${editing ? 'is-edited' : ''} ${tried ? 'is-left-out' : ''}`}>
      <span className="line-label">{label}</span>
      <div className="line-value">
        {editing && field ? (
          <ValueEditor
            field={field}
            is={(line as FieldLine).is}
            kinds={search.kinds}
            choices={choices}
            onDone={() => onEdit(false)}
            onChange={(is) => onChange(withLine(search, { ...(line as FieldLine), is }), line.id)}
          />
        ) : (
          <button type="button" className="phrase" onClick={() => onEdit(true)} aria-label={`${label}: ${phraseOf(line)}. Edit`}>
            {phraseOf(line)}
          </button>
        )}
        {hint && !editing && !tried && <span className="line-hint">{hint}</span>}
        {tried && (
          <span className="line-hint is-tried">
            left out on trial
            <button type="button" className="link" onClick={() => onTry(null)}>
              put back (Esc)
            </button>
            <button type="button" className="link" onClick={() => onChange(withoutLine(search, line.id))}>
              drop it
            </button>
          </span>
        )}
        <BlankNote line={line} blank={held?.blank ?? 0} onShow={() => onShow('unknown', line.id)} />
      </div>
      {nice || tried ? (
        <span className="holds" />
      ) : (
        <HoldsBack holdsBack={held?.holdsBack} most={most} label={label} onShow={() => onShow('missByOne', line.id)} />
      )}
      <LineMenu
        line={line}
        label={label}
        adds={held ? held.holdsBack + held.blank : 0}
        tried={tried}
        onChange={(changed) => onChange(withLine(search, changed))}
        onTry={() => onTry(tried ? null : line.id)}
      />
      <button
        type="button"
        className="line-remove"
        aria-label={`Remove ${label}`}
        onClick={() => onChange(withoutLine(search, line.id))}
      >
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

/** What blank listings do to the line: how many stay open, or what they were said to count as. */
function BlankNote({ line, blank, onShow }: { readonly line: Line; readonly blank: number; readonly onShow: () => void }) {
  if (!isEither(line) && line.blanks === 'pass') return <span className="line-hint">a blank counts as fitting</span>;
  if (!isEither(line) && line.blanks === 'fail') return <span className="line-hint">a blank counts as not fitting</span>;
  if (blank === 0) return null;
  return (
    <button type="button" className="line-blank" onClick={onShow}>
      blank on {blank} more
    </button>
  );
}

function HoldsBack({
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
  if (holdsBack === undefined) return <span className="holds" />;
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
        className="holds"
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

function PendingLine({
  field,
  search,
  onChange,
  onDone,
}: Props & { readonly field: Field; readonly onDone: (id: string | null) => void }) {
  const choices = useChoices().data ?? {};
  return (
    <div className="line is-edited">
      <span className="line-label">{field.label}</span>
      <div className="line-value">
        <ValueEditor
          field={field}
          is={undefined}
          kinds={search.kinds}
          choices={choices}
          onDone={() => onDone(null)}
          onChange={(is) => {
            const id = pendingId(search, field);
            onChange(withLine(search, { id, field: field.name, is }), id);
          }}
        />
      </div>
    </div>
  );
}

/** The id under which a line being typed is kept: its first letters count already, the next ones go on in the same line. */
function pendingId(search: Search, field: Field): string {
  const base = `new-${field.name}`;
  const last = search.lines[search.lines.length - 1];
  return last?.id.startsWith(base) ? last.id : search.lines.some(({ id }) => id === base) ? `${base}-${freshId(search)}` : base;
}

function WhereGroup({
  search,
  count,
  most,
  pen,
  onPen,
  onChange,
  onShow,
  boundChosen,
  onChooseBound,
}: Props & { readonly most: number }) {
  const inCount = search.bounds.filter(({ mode }) => mode === 'in').length;
  const shown = [...search.bounds.filter(({ mode }) => mode === 'in'), ...search.bounds.filter(({ mode }) => mode === 'out')];
  const replace = (bound: Bound): void =>
    onChange({ ...search, bounds: search.bounds.map((each) => (each.id === bound.id ? bound : each)) }, bound.id);
  return (
    <section aria-label="Where">
      <h4 className="lines-head">
        Where{' '}
        <span className="lines-head-end">
          {inCount > 1 && count ? `${count.keepIn.holdsBack} held back by all` : 'holds back'}
        </span>
      </h4>
      {shown.map((bound, i) => {
        const held = count?.bounds.find(({ id }) => id === bound.id);
        const Icon = bound.shape.type === 'Circle' ? Circle : Pentagon;
        return (
          <div key={bound.id} className={boundChosen === bound.id ? 'line is-edited' : 'line'}>
            <div className="line-value is-wide">
              <button
                type="button"
                className={`bound-icon bound-${bound.mode}`}
                aria-label={`${sayBound(bound)}: find it on the map`}
                onClick={() => onChooseBound(bound.id)}
              >
                <Icon size={15} aria-hidden="true" />
              </button>
              {bound.mode === 'out' ? 'not in ' : i > 0 ? 'or ' : ''}
              {bound.shape.type === 'Circle' && (
                <RadiusEditor
                  metres={bound.shape.radiusMeters}
                  onChange={(radiusMeters) =>
                    replace({
                      ...bound,
                      shape: { ...(bound.shape as Extract<Bound['shape'], { type: 'Circle' }>), radiusMeters },
                    })
                  }
                />
              )}
              <BoundName bound={bound} onChange={replace} />
            </div>
            {held?.adds != null ? (
              <span className="holds is-adds">adds {held.adds}</span>
            ) : (
              <HoldsBack
                holdsBack={held?.holdsBack ?? undefined}
                most={most}
                label={sayBound(bound)}
                onShow={() => onShow('missByOne', bound.mode === 'in' ? 'keepIn' : 'keepOut')}
              />
            )}
            <Tooltip title={bound.mode === 'in' ? 'Keep out instead' : 'Keep in instead'}>
              <button
                type="button"
                className="line-remove line-turn"
                aria-label={`${sayBound(bound)}: ${bound.mode === 'in' ? 'keep out' : 'keep in'} instead`}
                onClick={() => replace({ ...bound, mode: bound.mode === 'in' ? 'out' : 'in' })}
              >
                <ArrowLeftRight size={13} aria-hidden="true" />
              </button>
            </Tooltip>
            <button
              type="button"
              className="line-remove"
              aria-label={`Remove ${sayBound(bound)}`}
              onClick={() => onChange({ ...search, bounds: search.bounds.filter(({ id }) => id !== bound.id) })}
            >
              <X size={14} aria-hidden="true" />
            </button>
          </div>
        );
      })}
      <div className="where-add">
        <button
          type="button"
          className={pen === 'circle' ? 'link is-on' : 'link'}
          aria-pressed={pen === 'circle'}
          onClick={() => onPen(pen === 'circle' ? null : 'circle')}
        >
          + Around a place
        </button>
        <button
          type="button"
          className={pen === 'corners' ? 'link is-on' : 'link'}
          aria-pressed={pen === 'corners'}
          onClick={() => onPen(pen === 'corners' ? null : 'corners')}
        >
          + Draw
        </button>
        {search.bounds.length > 1 && (
          <button type="button" className="link" onClick={() => onChange({ ...search, bounds: [] })}>
            Clear all
          </button>
        )}
      </div>
    </section>
  );
}

function BoundName({ bound, onChange }: { readonly bound: Bound; readonly onChange: (bound: Bound) => void }) {
  const [editing, setEditing] = useState(false);
  const shown = bound.name ?? (bound.shape.type === 'Circle' ? 'a point' : 'an area drawn');
  const finish = (text: string): void => {
    setEditing(false);
    const { name: _before, ...rest } = bound;
    onChange(text.trim() ? { ...rest, name: text.trim().slice(0, 120) } : rest);
  };
  if (editing)
    return (
      <Input
        size="small"
        className="bound-name"
        autoFocus
        defaultValue={bound.name ?? ''}
        aria-label="Name of the bound"
        placeholder="Mill yard"
        onPressEnter={(event) => finish(event.currentTarget.value)}
        onBlur={(event) => finish(event.currentTarget.value)}
      />
    );
  return (
    <button type="button" className="phrase" onClick={() => setEditing(true)} aria-label={`${shown}. Rename`}>
      {shown}
    </button>
  );
}
