import type { AlertPreview, AlertSettings } from '@perambula/contract';
import { CADENCE_LABEL, CADENCES } from '@perambula/core';
import { classesOf } from '../../shared/classes.js';
import ownCss from './HowOften.module.css';

const cx = classesOf(ownCss);

/** The cadences, with how many messages each would have sent lately, and the one that fits. */
export function HowOften({
  preview,
  settings,
  onChoose,
}: {
  readonly preview: AlertPreview;
  readonly settings: AlertSettings;
  readonly onChoose: (cadence: AlertSettings['cadence']) => void;
}) {
  const { forecast } = preview;
  const most = Math.max(1, ...Object.values(forecast.messages));
  return (
    <>
      <p className="soft">
        Messages the last {forecast.days} days would have sent, with {forecast.homes} {forecast.homes === 1 ? 'home' : 'homes'} (
        {forecast.homesAWeek} a week)
      </p>
      <div role="radiogroup" aria-label="How often">
        {CADENCES.map((cadence) => (
          <button
            key={cadence}
            type="button"
            role="radio"
            aria-checked={settings.cadence === cadence}
            className={cx('cadence')}
            onClick={() => onChoose(cadence)}
          >
            <i className={cx('dot')} />
            <span>{CADENCE_LABEL[cadence]}</span>
            <em style={{ width: `${Math.round((70 * forecast.messages[cadence]) / most)}px` }} />
            <b className="figure">{forecast.messages[cadence]}</b>
          </button>
        ))}
      </div>
      <p className={cx('why')}>
        <b>{CADENCE_LABEL[forecast.recommended]} fits.</b> {forecast.reason}
      </p>
    </>
  );
}
