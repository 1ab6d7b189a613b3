import type { AlertSettings } from '@perambula/contract';
import { HOLD_REASON_LABEL, HOLD_REASONS } from '@perambula/core';
import { Checkbox } from 'antd';
import { classesOf } from '../../shared/classes.js';
import { EitherOr } from './EitherOr.js';
import alertsCss from './alerts.module.css';

const cx = classesOf(alertsCss);

interface Props {
  readonly settings: AlertSettings;
  readonly onChange: (changes: Partial<AlertSettings>) => void;
}

/** Whether messages wait for the agent's look: all of them, or those that tell something out of the ordinary. */
export function BeforeItGoes({ settings: { held, holdIf }, onChange }: Props) {
  return (
    <>
      <EitherOr
        title="Before it goes"
        no="Send without a look"
        yes="Hold it for my look"
        value={held}
        onChange={(held) => onChange({ held })}
      />
      {!held && (
        <fieldset className={cx('holds')}>
          <legend>But hold it when</legend>
          {HOLD_REASONS.map((reason) => (
            <Checkbox
              key={reason}
              checked={holdIf.includes(reason)}
              onChange={({ target }) =>
                onChange({ holdIf: target.checked ? [...holdIf, reason] : holdIf.filter((each) => each !== reason) })
              }
            >
              {HOLD_REASON_LABEL[reason]}
            </Checkbox>
          ))}
        </fieldset>
      )}
    </>
  );
}
