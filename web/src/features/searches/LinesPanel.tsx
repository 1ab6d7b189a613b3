import { FIELD_GROUPS, fieldOf, isEither, linesOfMember, PROPERTY_TYPES, travelOf } from '@perambula/core';
import type { Field, Line, PropertyType, Search } from '@perambula/core';
import { Select } from 'antd';
import { useCallback, useState } from 'react';
import { freshId } from './draft.js';
import { EitherRow } from './EitherRow.js';
import { FieldCatalogue } from './FieldCatalogue.js';
import { withLine } from './lineEditing.rules.js';
import { LineRow } from './LineRow.js';
import type { LinesProps } from './linesProps.js';
import { useChoices } from './searches.api.js';
import { ValueEditor } from './ValueEditor.js';
import { WhereGroup } from './WhereGroup.js';

const KIND_LABEL: Readonly<Record<PropertyType, string>> = {
  Residential: 'Homes for sale',
  'Residential Lease': 'Homes to rent',
  'Residential Income': 'Two to four units',
  Land: 'Land',
  Farm: 'Farms',
  'Commercial Sale': 'Commercial',
};

/** The search as lines that can be edited where they stand, each with what it holds back. */
export function LinesPanel(props: LinesProps) {
  const { search, count, stale, onChange, onPen } = props;
  const [editing, setEditing] = useState<string | null>(null);
  const [pending, setPending] = useState<Field | null>(null);
  const add = useCallback(
    (field: Field): void => {
      setEditing(null);
      // a journey begins with its place
      if (field.name === 'Minutes') return onPen('place');
      setPending(field);
    },
    [onPen],
  );
  const most = Math.max(
    1,
    ...(count?.lines ?? []).map(({ holdsBack }) => holdsBack),
    count?.keepIn.holdsBack ?? 0,
    count?.keepOut.holdsBack ?? 0,
  );
  const rentalsMixed = search.kinds.includes('Residential Lease') && search.kinds.length > 1;
  const lineRow = (line: Line): React.ReactNode =>
    isEither(line) ? (
      <EitherRow key={line.id} line={line} most={most} {...props} editing={editing} onEdit={setEditing} />
    ) : (
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
      <WhereGroup {...props} most={most} journeys={search.lines.filter(isJourney).map(lineRow)} />
      {FIELD_GROUPS.map((group) => {
        const lines = search.lines.filter((line) => groupOf(line) === group && !isJourney(line));
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

/** Minutes to a place stand with the bounds: they say where, too. */
function isJourney(line: Line): boolean {
  return !isEither(line) && travelOf(line) !== null;
}

function groupOf(line: Line): Field['group'] {
  const first = isEither(line) ? line.either.flatMap(linesOfMember)[0] : line;
  return (first && fieldOf(first.field)?.group) ?? 'Home';
}

function PendingLine({
  field,
  search,
  onChange,
  onDone,
}: LinesProps & { readonly field: Field; readonly onDone: (id: string | null) => void }) {
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
