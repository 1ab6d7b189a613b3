import { FIELD_GROUPS, fieldOf, isEither, linesOfMember, PROPERTY_TYPES, travelOf } from '@perambula/core';
import type { CatalogueEntry, Field, Line, NewLine, PropertyType, Search } from '@perambula/core';
import { Select } from 'antd';
import { useCallback, useState } from 'react';
import { KIND_LABEL } from '../../shared/kinds.js';
import { changeDraft, useDraft } from './draft/draft.js';
import { EitherRow } from './lines/EitherRow.js';
import { FieldCatalogue } from './lines/FieldCatalogue.js';
import { newLine, withChoice, withLine } from './lines/lineEditing.rules.js';
import { moveAmongLines } from './lines/lineKeys.js';
import { LineRow } from './lines/LineRow.js';
import type { LinesProps } from './lines/linesProps.js';
import { WhereGroup } from './where/WhereGroup.js';
import { classesOf } from '../../shared/classes.js';
import lineCss from './line.module.css';
import ownCss from './LinesPanel.module.css';

const cx = classesOf(lineCss, ownCss);

/** Of these a search may well ask twice: a deck, and no pool. */
const MANY_LINES: ReadonlySet<Field['type']> = new Set(['choices', 'text']);

/** The search as lines that can be edited where they stand, each with what it holds back. */
export function LinesPanel(props: LinesProps) {
  const { search, count, stale, onChange, onPen } = props;
  const { begun, editing, add, edit } = useEditing(onPen);
  const most = Math.max(
    1,
    ...(count?.lines ?? []).map(({ holdsBack }) => holdsBack),
    count?.keepIn.holdsBack ?? 0,
    count?.keepOut.holdsBack ?? 0,
  );
  const lineRow = (line: Line | NewLine): React.ReactNode =>
    'either' in line ? (
      <EitherRow key={line.id} line={line} most={most} {...props} editing={editing} onEdit={edit} />
    ) : (
      <LineRow
        key={line.id}
        line={line}
        most={most}
        {...props}
        editing={editing === line.id}
        onEdit={(on) => edit(line.id, on)}
      />
    );
  return (
    <div className={cx(stale ? 'lines is-stale' : 'lines')} onKeyDown={moveAmongLines}>
      <WhereGroup {...props} most={most} journeys={search.lines.filter(isJourney).map(lineRow)} />
      {FIELD_GROUPS.map((group) => {
        const lines = [...search.lines, ...(begun && !isOf(search, begun) ? [begun] : [])].filter(
          (line) => groupOf(line) === group && !isJourney(line),
        );
        if (lines.length === 0 && group !== 'Home') return null;
        return (
          <section key={group} aria-label={group}>
            <h4 className={cx('lines-head')}>{group}</h4>
            {group === 'Home' && <Kinds search={search} onChange={onChange} />}
            {lines.map(lineRow)}
          </section>
        );
      })}
      <FieldCatalogue kinds={search.kinds} onChoose={add} />
    </div>
  );
}

/** The kinds of property that are looked for. */
function Kinds({ search, onChange }: Pick<LinesProps, 'search' | 'onChange'>) {
  const rentalsMixed = search.kinds.includes('Residential Lease') && search.kinds.length > 1;
  return (
    <div role="group" aria-label="Looking for" data-line className={cx('line')}>
      <span className={cx('line-label')}>Looking for</span>
      <Select
        mode="multiple"
        size="small"
        variant="borderless"
        className={cx('kinds')}
        value={[...search.kinds]}
        aria-label="Kinds of property"
        options={PROPERTY_TYPES.map((value) => ({ value, label: KIND_LABEL[value] }))}
        onChange={(kinds: PropertyType[]) => kinds.length > 0 && onChange({ ...search, kinds })}
      />
      {rentalsMixed && <p className={cx('line-hint is-warning')}>Rentals are mixed with homes for sale.</p>}
    </div>
  );
}

/** Which line is edited, and the one that was begun and says nothing yet. */
function useEditing(onPen: LinesProps['onPen']): {
  readonly begun: NewLine | null;
  readonly editing: string | null;
  readonly add: (entry: CatalogueEntry) => void;
  readonly edit: (id: string, on: boolean) => void;
} {
  const [editing, setEditing] = useState<string | null>(null);
  const [begun, setBegun] = useState<NewLine | null>(null);
  const add = useCallback(
    (entry: CatalogueEntry): void => {
      const { field } = entry;
      // what was begun before and never said goes
      setBegun(null);
      // a journey begins with its place
      if (field.name === 'Minutes') return onPen('place');
      // two amounts of one field, or two sets of statuses, would keep out what either lets in
      const there = useDraft.getState().document.lines.find((line) => !isEither(line) && line.field === field.name);
      if (there && !isEither(there) && !MANY_LINES.has(field.type)) {
        const widened = withChoice(there, entry);
        if (widened) changeDraft((now) => withLine(now, widened), there.id);
        return setEditing(there.id);
      }
      const line = newLine(entry);
      if (line.is) changeDraft((now) => withLine(now, line), line.id);
      else setBegun(line);
      setEditing(line.id);
    },
    [onPen],
  );
  const edit = (id: string, on: boolean): void => {
    setEditing((now) => (on ? id : now === id ? null : now));
    if (!on && begun?.id === id) setBegun(null);
  };
  return { begun, editing, add, edit };
}

/** Minutes to a place stand with the bounds: they say where, too. */
function isJourney(line: Line | NewLine): boolean {
  return !('either' in line) && travelOf(line) !== null;
}

function isOf(search: Search, { id }: NewLine): boolean {
  return search.lines.some((line) => line.id === id);
}

function groupOf(line: Line | NewLine): Field['group'] {
  const first = 'either' in line ? line.either.flatMap(linesOfMember)[0] : line;
  return (first && fieldOf(first.field)?.group) ?? 'Home';
}
