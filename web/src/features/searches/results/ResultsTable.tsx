import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import type { Row } from '@perambula/contract';
import { dollars } from '@perambula/core';
import type { Field, NamedTravel, Order } from '@perambula/core';
import { useTable } from '@tanstack/react-table';
import type { ColumnDef } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Checkbox } from 'antd';
import { memo, useEffect, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { street } from '../../../shared/format.js';
import { Status } from '../../../shared/status.js';
import { cellText, cellTitle, isNumeric, known, moved, withWidth } from './columns.rules.js';
import type { Column } from './columns.rules.js';
import { ReadHere } from './ReadHere.js';
import { News } from './ResultCard.js';
import type { ResultRows } from './resultRows.api.js';
import { percent } from './reach.rules.js';
import { CHANCE, features, JOURNEY, NEWS } from './tableColumns.js';
import type { TableFeatures } from './tableColumns.js';
import { HeadRow } from './TableHead.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './ResultsTable.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly rows: ResultRows;
  /** How likely homes come within reach, a column where that is known. */
  readonly chances: ReadonlyMap<string, number> | null;
  readonly now: string;
  readonly columns: readonly Column[];
  /** The journeys of the search, each a column of minutes after the agent's own. */
  readonly journeys: readonly NamedTravel[];
  readonly onColumns: (columns: readonly Column[]) => void;
  readonly order: readonly Order[];
  readonly onOrder: (order: readonly Order[]) => void;
  readonly chosen: ReadonlySet<string>;
  readonly onToggle: (key: string) => void;
  readonly onHover: (key: string | null) => void;
}

/** A column, and how it shows a listing. */
interface Cell {
  readonly id: string;
  /** In pixels; the agent's own columns have that of their order and width. */
  readonly size?: number;
  readonly enableResizing?: boolean;
  /** Whether its figures stand at the right. */
  readonly isFigure: boolean;
  readonly render: (row: Row) => React.ReactNode;
}

interface SizedCell extends Cell {
  readonly width: number;
}

const NO_ROWS: Row[] = [];

const ROW_HEIGHT = 33;
const HEAD_HEIGHT = 34;
const NEWS_WIDTH = 124;
const MINUTES_WIDTH = 150;

/** The results as a table of the agent's own columns. A column's head orders the search itself, so the order is kept with it. */
export function ResultsTable(props: Props) {
  const { rows, chances, now, columns, journeys, onColumns, chosen, onToggle, onHover } = props;
  const { keys, rowAt, see } = rows;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: keys.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    paddingStart: HEAD_HEIGHT,
    scrollPaddingStart: HEAD_HEIGHT,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, items[items.length - 1]?.index ?? 0];
  useEffect(() => see(from, to), [see, from, to]);
  const { table, sized } = useColumns(columns, journeys, chances, now, onColumns);
  const drag = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  return (
    <DndContext
      sensors={drag}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => over && onColumns(moved(columns, String(active.id), String(over.id)))}
    >
      <div ref={scroller} className={cx('table')} role="region" aria-label="Results as a table" tabIndex={0}>
        <div
          role="table"
          aria-rowcount={keys.length + 1}
          style={{ height: virtual.getTotalSize(), width: table.getTotalSize() + 36 }}
        >
          <HeadRow {...props} headers={table.getHeaderGroups().flatMap(({ headers }) => headers)} />
          {items.map(({ index, start }) => (
            <TableRow
              key={keys[index]}
              listingKey={keys[index] ?? ''}
              row={rowAt(index)}
              index={index}
              start={start}
              cells={sized}
              chosen={chosen.has(keys[index] ?? '')}
              onToggle={onToggle}
              onHover={onHover}
            />
          ))}
        </div>
      </div>
    </DndContext>
  );
}

/** The columns as they are drawn, each with its width. */
function useColumns(
  columns: readonly Column[],
  journeys: readonly NamedTravel[],
  chances: Props['chances'],
  now: string,
  onColumns: (columns: readonly Column[]) => void,
) {
  const fields = useMemo(() => known(columns), [columns]);
  const cells = useMemo(() => cellsOf(fields, journeys, chances, now), [fields, journeys, chances, now]);
  const table = useTable({
    features,
    columns: useMemo(() => cells.map(({ render: _, ...cell }): ColumnDef<TableFeatures, Row> => cell), [cells]),
    // the rows are drawn from their cells, each by itself: only those that come into view are drawn anew
    data: NO_ROWS,
    columnResizeMode: 'onEnd',
    state: { columnSizing: Object.fromEntries(columns.map(({ field, width }) => [field, width])) },
    onColumnSizingChange: (update) => {
      const before = Object.fromEntries(columns.map(({ field, width }) => [field, width]));
      const after = typeof update === 'function' ? update(before) : update;
      const [field, width] = Object.entries(after).find(([name, size]) => before[name] !== size) ?? [];
      if (field !== undefined && width !== undefined && field !== NEWS) onColumns(withWidth(columns, field, width));
    },
  });
  const widths = cells.map(({ id }) => table.getColumn(id)?.getSize() ?? 0).join();
  const sized = useMemo(() => {
    const all = widths.split(',').map(Number);
    return cells.map((cell, i): SizedCell => ({ ...cell, width: all[i] ?? 0 }));
  }, [cells, widths]);
  return { table, sized };
}

const TableRow = memo(function TableRow({
  listingKey,
  row,
  index,
  start,
  cells,
  chosen,
  onToggle,
  onHover,
}: {
  readonly listingKey: string;
  /** Undefined until it has come. */
  readonly row: Row | undefined;
  readonly index: number;
  readonly start: number;
  readonly cells: readonly SizedCell[];
  readonly chosen: boolean;
  readonly onToggle: (key: string) => void;
  readonly onHover: (key: string | null) => void;
}) {
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className={cx(chosen ? 'table-row is-chosen' : 'table-row')}
      style={{ transform: `translateY(${start}px)`, height: ROW_HEIGHT }}
      onMouseEnter={() => onHover(listingKey)}
      onMouseLeave={() => onHover(null)}
    >
      <span role="cell" className={cx('table-choose')}>
        <Checkbox checked={chosen} onChange={() => onToggle(listingKey)} aria-label={row ? `Choose ${street(row)}` : 'Choose'} />
      </span>
      {cells.map(({ id, isFigure, width, render }) => (
        <span key={id} role="cell" className={cx(isFigure ? 'table-cell is-figure' : 'table-cell')} style={{ width }}>
          {row ? render(row) : <i className={cx('table-waiting')} />}
        </span>
      ))}
    </div>
  );
});

/** The columns: the agent's own, the news after the first of them, and the journeys' minutes last. */
function cellsOf(
  fields: ReturnType<typeof known>,
  journeys: readonly NamedTravel[],
  chances: Props['chances'],
  now: string,
): Cell[] {
  const news: Cell = {
    id: NEWS,
    size: NEWS_WIDTH,
    enableResizing: false,
    isFigure: false,
    render: (row) => <News row={row} now={now} />,
  };
  const [first, ...others] = fields.map(({ field, known: of }): Cell => ({
    id: field,
    isFigure: isNumeric(of),
    render: (row) => <Value field={of} row={row} now={now} />,
  }));
  const minutes = journeys.map((_, i): Cell => ({
    id: `${JOURNEY}${i}`,
    size: MINUTES_WIDTH,
    enableResizing: false,
    isFigure: true,
    render: (row) => <Minutes taken={row.minutes?.[i]} />,
  }));
  const likely: Cell[] = chances
    ? [
        {
          id: CHANCE,
          size: MINUTES_WIDTH,
          enableResizing: false,
          isFigure: true,
          render: ({ ListingKey }) => <Chance chance={chances.get(ListingKey)} />,
        },
      ]
    : [];
  return first ? [first, news, ...likely, ...others, ...minutes] : [news, ...likely, ...minutes];
}

function Chance({ chance }: { readonly chance: number | undefined }) {
  return <span>{chance === undefined ? '–' : percent(chance)}</span>;
}

function Minutes({ taken }: { readonly taken: number | null | undefined }) {
  return <span>{taken == null ? '–' : Math.round(taken)}</span>;
}

function Value({ field, row, now }: { readonly field: Field; readonly row: Row; readonly now: string }) {
  if (field.name === 'UnparsedAddress')
    return (
      <>
        <Link to={`/listings/${row.ListingKey}`}>{street(row)}</Link> <ReadHere listingKey={row.ListingKey} name={street(row)} />
      </>
    );
  if (field.name === 'Status') return <Status status={String(row['StandardStatus'])} />;
  if (field.name === 'ListPrice' && typeof row['ListPrice'] === 'number') return <b>{dollars(row['ListPrice'])}</b>;
  return <span title={cellTitle(field, row)}>{cellText(field, row, now)}</span>;
}
