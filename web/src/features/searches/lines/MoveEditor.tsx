import { MOVE_WAYS } from '@perambula/core';
import type { MoveWay, PriceMove } from '@perambula/core';
import { InputNumber, Segmented } from 'antd';
import { useState } from 'react';
import { moveOf } from './lineEditing.rules.js';
import type { MoveUnit } from './lineEditing.rules.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './MoveEditor.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly moved: PriceMove | undefined;
  readonly onChange: (moved: PriceMove | undefined) => void;
}

const WAYS: Readonly<Record<MoveWay, string>> = { either: 'either way', down: 'down', up: 'up' };

/** Which way a price went and by how much, under a line on when it moved. */
export function MoveEditor({ moved, onChange }: Props) {
  const [chosen, setChosen] = useState<MoveUnit>('percent');
  // that of the amount there is, which may also have been typed
  const unit = moved?.dollars !== undefined ? 'dollars' : moved?.percent !== undefined ? 'percent' : chosen;
  const way = moved?.way ?? 'either';
  const amount = moved?.percent ?? moved?.dollars ?? null;
  const put = (next: MoveWay, by: number | null, counted: MoveUnit): void => onChange(moveOf(next, by, counted));
  return (
    <div className={cx('move')} role="group" aria-label="How the price moved">
      <Segmented<MoveWay>
        size="small"
        value={way}
        aria-label="Which way"
        options={MOVE_WAYS.map((value) => ({ value, label: WAYS[value] }))}
        onChange={(next) => put(next, amount, unit)}
      />
      <label>
        <span className="soft">by</span>
        <InputNumber
          size="small"
          controls={false}
          min={0}
          max={unit === 'percent' ? 1000 : 1_000_000_000}
          value={amount}
          placeholder="any"
          aria-label={unit === 'percent' ? 'At least so many percent' : 'At least so many dollars'}
          onChange={(by) => put(way, by, unit)}
        />
        <Segmented<MoveUnit>
          size="small"
          value={unit}
          aria-label="In percent or dollars"
          options={[
            { value: 'percent', label: '%' },
            { value: 'dollars', label: '$' },
          ]}
          onChange={(next) => {
            setChosen(next);
            if (amount !== null) put(way, amount, next);
          }}
        />
        <span className="soft">or more</span>
      </label>
    </div>
  );
}
