import { LIKENESS_PARTS, USUAL_WEIGHTS } from '@perambula/core';
import type { LikenessWeights } from '@perambula/core';
import { Button, Popover, Slider } from 'antd';
import { PARTS_SAID } from './comps.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Weights.module.css';

const cx = classesOf(ownCss);

const MOST = 5;

interface Props {
  readonly weights: LikenessWeights;
  readonly onChange: (weights: LikenessWeights) => void;
}

/** How much each part of likeness counts. */
export function Weights({ weights, onChange }: Props) {
  return (
    <Popover trigger="click" placement="bottomRight" content={<Sliders weights={weights} onChange={onChange} />}>
      <Button>What likeness is …</Button>
    </Popover>
  );
}

function Sliders({ weights, onChange }: Props) {
  return (
    <div className={cx('weights')}>
      <p className="soft">
        How much each counts. Nothing from 2 miles, 40% of the size, 40 years, 3 beds, 2 baths or a year apart.
      </p>
      {LIKENESS_PARTS.map((part) => (
        <div key={part} className={cx('weight')}>
          <span id={`weight-${part}`}>{PARTS_SAID[part]}</span>
          <Slider
            min={0}
            max={MOST}
            value={weights[part]}
            onChange={(value: number) => onChange({ ...weights, [part]: value })}
            ariaLabelledByForHandle={`weight-${part}`}
          />
          <b className="figure">{weights[part]}</b>
        </div>
      ))}
      <Button size="small" onClick={() => onChange(USUAL_WEIGHTS)}>
        As usual
      </Button>
    </div>
  );
}
