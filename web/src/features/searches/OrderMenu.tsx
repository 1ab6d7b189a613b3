import { fieldOf, FIELDS } from '@perambula/core';
import type { Field, Order, ResultSet } from '@perambula/core';
import { Button, Popover, Segmented, Select } from 'antd';
import { ArrowDownUp, X } from 'lucide-react';
import { sayOrder, waysOf } from './order.rules.js';

interface Props {
  readonly order: readonly Order[];
  readonly set: ResultSet;
  readonly onOrder: (order: readonly Order[]) => void;
}

const USUAL: readonly { readonly label: string; readonly order: readonly Order[] }[] = [
  { label: 'Latest change first', order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }] },
  { label: 'Newest first', order: [{ field: 'OnMarketDate', direction: 'desc' }] },
  { label: 'Lowest price first', order: [{ field: 'ListPrice', direction: 'asc' }] },
  { label: 'Highest price first', order: [{ field: 'ListPrice', direction: 'desc' }] },
  { label: 'Largest first', order: [{ field: 'LivingArea', direction: 'desc' }] },
];
const MOST = 10;
const OPTIONS = FIELDS.map(({ name, label }) => ({ value: name, label }));

/** In which order the results stand: by one field, or by several, each deciding among those that the ones before leave equal. */
export function OrderMenu({ order, set, onOrder }: Props) {
  const nearest = set === 'missByOne' ? 'Nearest first' : 'In no order';
  const usual = USUAL.find((each) => JSON.stringify(each.order) === JSON.stringify(order));
  const said = order.length === 0 ? nearest : (usual?.label ?? sayOrder(order));
  const put = (i: number, entry: Order | null): void => onOrder(order.flatMap((each, j) => (j === i ? (entry ?? []) : each)));
  return (
    <Popover
      trigger="click"
      placement="bottomLeft"
      arrow={false}
      content={
        <div className="order-menu">
          <ul>
            {[...USUAL, { label: nearest, order: [] }].map((each) => (
              <li key={each.label}>
                <button type="button" className={each.label === said ? 'link is-on' : 'link'} onClick={() => onOrder(each.order)}>
                  {each.label}
                </button>
              </li>
            ))}
          </ul>
          {order.map(({ field, direction }, i) => (
            <div key={i} className="order-entry">
              <Select
                size="small"
                showSearch={{ optionFilterProp: 'label' }}
                aria-label={i === 0 ? 'Order by' : 'Then by'}
                value={field}
                options={OPTIONS}
                onChange={(next) => put(i, { field: next, direction })}
              />
              <Segmented
                size="small"
                value={direction}
                options={(['asc', 'desc'] as const).map((value) => ({ value, label: waysOf(fieldOf(field) as Field)[value] }))}
                onChange={(next) => put(i, { field, direction: next })}
              />
              <button
                type="button"
                className="plain"
                aria-label={`No longer by ${(fieldOf(field) as Field).label}`}
                onClick={() => put(i, null)}
              >
                <X size={14} aria-hidden="true" />
              </button>
            </div>
          ))}
          {order.length < MOST && (
            <Select
              size="small"
              showSearch={{ optionFilterProp: 'label' }}
              aria-label="Add to the order"
              placeholder={order.length === 0 ? 'By a field …' : 'Then by …'}
              value={null}
              options={OPTIONS.filter(({ value }) => !order.some((each) => each.field === value))}
              onChange={(field: string | null) => field && onOrder([...order, { field, direction: 'asc' }])}
            />
          )}
        </div>
      }
    >
      <Button size="small" type="text" className="order-button" icon={<ArrowDownUp size={14} />} aria-label={`Order: ${said}`}>
        {said}
      </Button>
    </Popover>
  );
}
