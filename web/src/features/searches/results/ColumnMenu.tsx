import { findFields } from '@perambula/core';
import type { PropertyType } from '@perambula/core';
import { Button, Checkbox, Input, Popover } from 'antd';
import { Columns3 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { inGroups } from '../lines/catalogue.rules.js';
import { toggled, USUAL_COLUMNS } from './columns.rules.js';
import type { Column } from './columns.rules.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './ColumnMenu.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly kinds: readonly PropertyType[];
  readonly columns: readonly Column[];
  readonly onChange: (columns: readonly Column[]) => void;
}

/** Which fields stand as columns of the table; found as in the catalogue. */
export function ColumnMenu({ kinds, columns, onChange }: Props) {
  const [sought, setSought] = useState('');
  const searching = sought.trim() !== '';
  const fields = useMemo(() => {
    const found = findFields(sought, kinds).filter(({ ofLine }) => !ofLine);
    if (searching) return found;
    const shown = new Set(columns.map(({ field }) => field));
    return [
      ...found.filter(({ name }) => shown.has(name)),
      ...inGroups(found, (field) => field).filter(({ name }) => !shown.has(name)),
    ];
  }, [sought, searching, kinds, columns]);
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      arrow={false}
      destroyOnHidden
      content={
        <div className={cx('columns-menu')}>
          <Input
            autoFocus
            size="small"
            placeholder="Year built, taxes, school …"
            aria-label="Find a column"
            value={sought}
            onChange={({ target }) => setSought(target.value)}
          />
          <ul aria-label="Columns">
            {fields.map((field) => (
              <li key={field.name}>
                <Checkbox
                  checked={columns.some((column) => column.field === field.name)}
                  onChange={() => onChange(toggled(columns, field))}
                >
                  {field.label}
                </Checkbox>
              </li>
            ))}
            {fields.length === 0 && <li className="soft">No field answers that. Try another word for it.</li>}
          </ul>
          <p className="soft">Drag a head to move its column, its right edge to make it wider.</p>
          <Button size="small" onClick={() => onChange(USUAL_COLUMNS)}>
            Back to the usual ones
          </Button>
        </div>
      }
    >
      <Button size="small" type="text" icon={<Columns3 size={15} />} aria-label="Choose the columns">
        Columns
      </Button>
    </Popover>
  );
}
