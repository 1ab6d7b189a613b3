import { fieldOf, FIELDS, labelOf } from '@perambula/core';
import type { Field, NamedTravel, Order, ResultSet } from '@perambula/core';
import { Button, Popover, Segmented, Select } from 'antd';
import { ArrowDownUp, X } from 'lucide-react';
import { byMinutes, goesBy, sayOrder, waysOf } from './order.rules.js';
import type { OrderBy } from './order.rules.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './OrderMenu.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly order: readonly Order[];
  /** The journeys whose minutes can order. */
  readonly journeys: readonly NamedTravel[];
  readonly set: ResultSet;
  readonly onOrder: (order: readonly Order[]) => void;
  /** By how likely homes come within reach: whether that orders them now, and what makes it so; null where it cannot. */
  readonly likeliest: { readonly on: boolean; readonly choose: () => void } | null;
}

const LIKELIEST = 'Likeliest to come within reach first';

const USUAL: readonly { readonly label: string; readonly order: readonly Order[] }[] = [
  { label: 'Latest change first', order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }] },
  { label: 'Newest first', order: [{ field: 'OnMarketDate', direction: 'desc' }] },
  { label: 'Lowest price first', order: [{ field: 'ListPrice', direction: 'asc' }] },
  { label: 'Highest price first', order: [{ field: 'ListPrice', direction: 'desc' }] },
  { label: 'Largest first', order: [{ field: 'LivingArea', direction: 'desc' }] },
];
const MOST = 10;
const FIELD_OPTIONS = FIELDS.filter(({ ofLine }) => !ofLine).map(({ name, label }) => ({ value: name, label }));
const JOURNEY = 'Minutes ';

/** In which order the results stand: by one field, or by several, each deciding among those that the ones before leave equal. */
export function OrderMenu({ order, journeys, set, onOrder, likeliest }: Props) {
  const nearest = set === 'missByOne' ? 'Nearest first' : 'In no order';
  const ways = journeys.map(byMinutes);
  const usual = [...USUAL, ...ways.map(nearestFirst), { label: nearest, order: [] }];
  const said = likeliest?.on ? LIKELIEST : (usual.find((each) => isSame(each.order, order))?.label ?? sayOrder(order));
  const options = [...ways.map((by, i) => ({ value: `${JOURNEY}${i}`, label: labelOf(by) })), ...FIELD_OPTIONS];
  const byOf = (value: string): OrderBy =>
    value.startsWith(JOURNEY) ? (ways[Number(value.slice(JOURNEY.length))] as OrderBy) : { field: value };
  const valueOf = (each: OrderBy): string => {
    const i = ways.findIndex((by) => goesBy(by, each));
    return i < 0 ? each.field : `${JOURNEY}${i}`;
  };
  const put = (i: number, entry: Order | null): void => onOrder(order.flatMap((each, j) => (j === i ? (entry ?? []) : each)));
  return (
    <Popover
      trigger="click"
      placement="bottomLeft"
      arrow={false}
      content={
        <div className={cx('order-menu')}>
          <Usual usual={usual} said={said} likeliest={likeliest} onOrder={onOrder} />
          {order.map((each, i) => (
            <OrderEntry
              key={i}
              entry={each}
              isFirst={i === 0}
              options={options}
              value={valueOf(each)}
              onField={(next) => put(i, { ...byOf(next), direction: each.direction })}
              onEntry={(next) => put(i, next)}
            />
          ))}
          {order.length < MOST && (
            <Select
              size="small"
              showSearch={{ optionFilterProp: 'label' }}
              aria-label="Add to the order"
              placeholder={order.length === 0 ? 'By a field …' : 'Then by …'}
              value={null}
              options={options.filter(({ value }) => !order.some((each) => valueOf(each) === value))}
              onChange={(value: string | null) => value && onOrder([...order, { ...byOf(value), direction: 'asc' }])}
            />
          )}
        </div>
      }
    >
      <Button
        size="small"
        type="text"
        className={cx('order-button')}
        icon={<ArrowDownUp size={14} />}
        aria-label={`Order: ${said}`}
      >
        {said}
      </Button>
    </Popover>
  );
}

interface UsualProps extends Pick<Props, 'likeliest' | 'onOrder'> {
  readonly usual: typeof USUAL;
  /** The order that stands, by its name. */
  readonly said: string;
}

/** The orders that are mostly wanted. */
function Usual({ usual, said, likeliest, onOrder }: UsualProps) {
  return (
    <ul>
      {likeliest && (
        <li>
          <button type="button" className={likeliest.on ? 'link is-on' : 'link'} onClick={likeliest.choose}>
            {LIKELIEST}
          </button>
        </li>
      )}
      {usual.map((each) => (
        <li key={each.label}>
          <button type="button" className={each.label === said ? 'link is-on' : 'link'} onClick={() => onOrder(each.order)}>
            {each.label}
          </button>
        </li>
      ))}
    </ul>
  );
}

interface EntryProps {
  readonly entry: Order;
  readonly isFirst: boolean;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly value: string;
  readonly onField: (value: string) => void;
  /** Told another way round, or null to leave it out. */
  readonly onEntry: (entry: Order | null) => void;
}

/** One of the fields that order, and which way. */
function OrderEntry({ entry, isFirst, options, value, onField, onEntry }: EntryProps) {
  return (
    <div className={cx('order-entry')}>
      <Select
        size="small"
        showSearch={{ optionFilterProp: 'label' }}
        aria-label={isFirst ? 'Order by' : 'Then by'}
        value={value}
        options={[...options]}
        onChange={onField}
      />
      <Segmented
        size="small"
        value={entry.direction}
        options={(['asc', 'desc'] as const).map((way) => ({
          value: way,
          label: waysOf(fieldOf(entry.field) as Field)[way],
        }))}
        onChange={(direction) => onEntry({ ...entry, direction })}
      />
      <button type="button" className="plain" aria-label={`No longer by ${labelOf(entry)}`} onClick={() => onEntry(null)}>
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

/** "Fewest minutes to Ferry Square first". */
function nearestFirst(by: OrderBy): { readonly label: string; readonly order: readonly Order[] } {
  return { label: `Fewest ${labelOf(by).replace(/^M/, 'm')} first`, order: [{ ...by, direction: 'asc' }] };
}

function isSame(a: readonly Order[], b: readonly Order[]): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
