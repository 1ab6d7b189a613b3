import { horizontalListSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { Row } from '@perambula/contract';
import { fieldOf, labelOf, labelWithin } from '@perambula/core';
import type { NamedTravel, Order } from '@perambula/core';
import type { Header } from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { classesOf } from '../../../shared/classes.js';
import { headOf, isNumeric, moved, withWidth } from './columns.rules.js';
import type { Column } from './columns.rules.js';
import { byMinutes, goesBy, turned } from './order.rules.js';
import type { OrderBy } from './order.rules.js';
import { CHANCE, JOURNEY, NEWS } from './tableColumns.js';
import type { TableFeatures } from './tableColumns.js';
import tableCss from './ResultsTable.module.css';

const cx = classesOf(tableCss);

/** By how many pixels a key makes a column wider. */
const STEP = 16;

interface HeadRowProps {
  readonly columns: readonly Column[];
  readonly journeys: readonly NamedTravel[];
  readonly onColumns: (columns: readonly Column[]) => void;
  readonly order: readonly Order[];
  readonly onOrder: (order: readonly Order[]) => void;
  readonly headers: readonly Header<TableFeatures, Row>[];
}

/** The table's head: each column's name orders by it, is moved and is made wider. */
export function HeadRow({ headers, columns, journeys, onColumns, order, onOrder }: HeadRowProps) {
  return (
    <div role="row" className={cx('table-head')} aria-rowindex={1}>
      <span role="columnheader" className={cx('table-choose')} aria-label="Chosen" />
      <SortableContext items={columns.map(({ field }) => field)} strategy={horizontalListSortingStrategy}>
        {headers.map((header) => (
          <Head
            key={header.id}
            header={header}
            by={byOf(header.column.id, journeys)}
            movable={columns.some(({ field }) => field === header.column.id)}
            order={order}
            onOrder={(by, further) => onOrder(turned(order, by, further))}
            onWiden={(by) => onColumns(withWidth(columns, header.column.id, header.getSize() + by))}
            onMove={(by) => {
              const at = columns.findIndex(({ field }) => field === header.column.id);
              const to = columns[at + by];
              if (to) onColumns(moved(columns, header.column.id, to.field));
            }}
          />
        ))}
      </SortableContext>
    </div>
  );
}

function Head({
  header,
  by,
  movable,
  order,
  onOrder,
  onWiden,
  onMove,
}: {
  readonly header: Header<TableFeatures, Row>;
  /** What the column orders by; null where it cannot. */
  readonly by: OrderBy | null;
  /** Whether it is one of the agent's own columns. */
  readonly movable: boolean;
  readonly order: readonly Order[];
  readonly onOrder: (by: OrderBy, further: boolean) => void;
  readonly onWiden: (by: number) => void;
  readonly onMove: (by: 1 | -1) => void;
}) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: header.column.id, disabled: !movable });
  const field = by && fieldOf(by.field);
  const place = by ? order.findIndex((each) => goesBy(each, by)) : -1;
  const direction = order[place]?.direction;
  if (!by || !field)
    return (
      <span role="columnheader" className={cx('table-cell soft')} style={{ width: header.getSize() }}>
        {header.column.id === CHANCE ? 'In reach, 30 days' : 'News'}
      </span>
    );
  const { unit } = headOf(field);
  const label = labelOf(by);
  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (movable) moveByKey(event, onMove, onWiden);
  };
  const Arrow = direction === 'asc' ? ArrowUp : ArrowDown;
  return (
    <span
      ref={setNodeRef}
      role="columnheader"
      aria-sort={direction ? (direction === 'asc' ? 'ascending' : 'descending') : 'none'}
      className={cx(`table-cell ${isNumeric(field) ? 'is-figure' : ''} ${isDragging ? 'is-dragged' : ''}`)}
      style={{ width: header.getSize(), transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        {...listeners}
        onClick={({ shiftKey }) => onOrder(by, shiftKey)}
        onKeyDown={onKeyDown}
        title={`Order by ${labelWithin(field)}; with Shift, after what orders already`}
      >
        {label} {unit && <span className={cx('table-unit')}>{unit}</span>}
        {direction && <Arrow size={12} aria-hidden="true" />}
        {direction && order.length > 1 && <sup>{place + 1}</sup>}
      </button>
      {movable && (
        <i className={cx('table-edge')} onMouseDown={header.getResizeHandler()} onTouchStart={header.getResizeHandler()} />
      )}
    </span>
  );
}

/** Shift and an arrow make a column wider or narrower, Alt and an arrow move it. */
function moveByKey(event: React.KeyboardEvent, onMove: (by: 1 | -1) => void, onWiden: (by: number) => void): void {
  const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
  if (step === 0 || !(event.shiftKey || event.altKey)) return;
  event.preventDefault();
  if (event.altKey) onMove(step);
  else onWiden(step * STEP);
}

/** What a column's head orders by: one of the agent's fields, or a journey's minutes; the news are in no order. */
function byOf(column: string, journeys: readonly NamedTravel[]): OrderBy | null {
  if (column === NEWS) return null;
  const journey = column.startsWith(JOURNEY) ? journeys[Number(column.slice(JOURNEY.length))] : undefined;
  return journey ? byMinutes(journey) : { field: column };
}
