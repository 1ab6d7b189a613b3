import { COST_BOUNDS } from '@perambula/core';
import type { CostAssumptions } from '@perambula/core';
import { InputNumber } from 'antd';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './CostEditor.module.css';

const cx = classesOf(lineCss, ownCss);

interface Props {
  readonly assuming: CostAssumptions;
  readonly onChange: (assuming: CostAssumptions) => void;
}

const PARTS: readonly {
  readonly name: keyof CostAssumptions;
  readonly label: string;
  readonly unit: string;
  readonly step: number;
}[] = [
  { name: 'downPercent', label: 'Paid down', unit: '% of the price', step: 5 },
  { name: 'ratePercent', label: 'Interest', unit: '% a year', step: 0.1 },
  { name: 'years', label: 'Paid back in', unit: 'years', step: 5 },
  { name: 'insurancePercent', label: 'Insurance', unit: '% of the price a year', step: 0.1 },
];

/** What the client brings and borrows, under a line on what a home would cost a month. */
export function CostEditor({ assuming, onChange }: Props) {
  return (
    <div className={cx('cost')} role="group" aria-label="Assumed">
      {PARTS.map(({ name, label, unit, step }) => (
        <label key={name}>
          <span className="soft">{label}</span>
          <InputNumber
            size="small"
            controls={false}
            min={COST_BOUNDS[name][0]}
            max={COST_BOUNDS[name][1]}
            step={step}
            value={assuming[name]}
            aria-label={label}
            onChange={(value) => value !== null && onChange({ ...assuming, [name]: value })}
          />
          <span className="soft">{unit}</span>
        </label>
      ))}
      <p className={cx('line-hint')}>Taxes and the association fee are the listing’s own.</p>
    </div>
  );
}
