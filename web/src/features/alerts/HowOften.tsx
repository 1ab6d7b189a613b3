import type { AlertPreview, AlertSettings } from '@perambula/contract';
import { CADENCE_LABEL, CADENCES } from '@perambula/core';
import { classesOf } from '../../shared/classes.js';
import { day } from '../../shared/format.js';
import { useForecast } from './alerts.api.js';
import ownCss from './HowOften.module.css';

const cx = classesOf(ownCss);

/** What one line a step wider, or narrower, would have told instead. */
function Steps({ forecast: { homes, wider, narrower } }: Pick<AlertPreview, 'forecast'>) {
  if (!wider && !narrower) return null;
  return (
    <ul className={cx('steps')}>
      {wider && (
        <li>
          One step wider, <b>{wider.line}</b>: {wider.homes} homes instead of {homes}.
        </li>
      )}
      {narrower && (
        <li>
          One step narrower, <b>{narrower.line}</b>: {narrower.homes} instead of {homes}.
        </li>
      )}
    </ul>
  );
}

/** What was to be expected of a running alert, beside what came. */
function HowItDid({ searchId }: { readonly searchId: string }) {
  const did = useForecast(searchId).data?.did;
  if (!did) return null;
  const { since, expected, came } = did;
  return (
    <p className={cx('did')}>
      <b>How the forecast did.</b> On {day(since)} it was {expected.homes} homes a week in {expected.messages} messages; since
      then it was {came.homes} in {came.messages}.
    </p>
  );
}

/** The cadences, with how many messages each would have sent lately, and the one that fits. */
export function HowOften({
  searchId,
  preview,
  settings,
  onChoose,
}: {
  readonly searchId: string;
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
      <Steps forecast={forecast} />
      <HowItDid searchId={searchId} />
    </>
  );
}
