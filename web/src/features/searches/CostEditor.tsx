import type { CostAssumptions } from '@perambula/core';
import { InputNumber } from 'antd';

interface Props {
  readonly assuming: CostAssumptions;
  readonly onChange: (assuming: CostAssumptions) => void;
}

const PARTS: readonly {
  readonly name: keyof CostAssumptions;
  readonly label: string;
  readonly unit: string;
  readonly most: number;
  readonly least: number;
  readonly step: number;
}[] = [
  { name: 'downPercent', label: 'Paid down', unit: '% of the price', least: 0, most: 100, step: 5 },
  { name: 'ratePercent', label: 'Interest', unit: '% a year', least: 0, most: 30, step: 0.1 },
  { name: 'years', label: 'Paid back in', unit: 'years', least: 1, most: 50, step: 5 },
  { name: 'insurancePercent', label: 'Insurance', unit: '% of the price a year', least: 0, most: 5, step: 0.1 },
];

/** What the client brings and borrows, under a line on what a home would cost a month. */
export function CostEditor({ assuming, onChange }: Props) {
  return (
    <div className="cost" role="group" aria-label="Assumed">
      {PARTS.map(({ name, label, unit, least, most, step }) => (
        <label key={name}>
          <span className="soft">{label}</span>
          <InputNumber
            size="small"
            controls={false}
            min={least}
            max={most}
            step={step}
            value={assuming[name]}
            aria-label={label}
            onChange={(value) => value !== null && onChange({ ...assuming, [name]: value })}
          />
          <span className="soft">{unit}</span>
        </label>
      ))}
      <p className="line-hint">Taxes and the association fee are the listing’s own.</p>
    </div>
  );
}
