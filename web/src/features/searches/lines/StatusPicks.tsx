import { fieldOf, phraseOfIs, STATUS_DATE_FIELD, STATUSES, timeTest } from '@perambula/core';
import type { Field, Is, StatusTime } from '@perambula/core';
import { Checkbox, Select } from 'antd';
import { STATUS_PERIODS, STATUS_SETS, statusEntries, statusIs } from './statusEditing.rules.js';
import { classesOf } from '../../../shared/classes.js';
import ownCss from './StatusPicks.module.css';

const cx = classesOf(ownCss);

interface Props {
  readonly is: Is | undefined;
  readonly onPick: (is: Is | null) => void;
}

const ANY_TIME = 'any time';

/** Statuses to tick, each at any time, in one of the usual ones, or in that which the phrase says. */
export function StatusPicks({ is, onPick }: Props) {
  const entries = statusEntries(is);
  const entryOf = (status: StatusTime['status']): StatusTime | undefined => entries.find((each) => each.status === status);
  return (
    <>
      <p className={cx('editor-quick')}>
        {STATUS_SETS.map(({ label, statuses }) => (
          <button
            key={label}
            type="button"
            className="link"
            onClick={() => onPick(statusIs(statuses.map((status) => entryOf(status) ?? { status })))}
          >
            {label}
          </button>
        ))}
      </p>
      <div className={cx('editor-times')} role="group" aria-label="Statuses">
        {STATUSES.map((status) => {
          const entry = entryOf(status);
          return (
            <div key={status} className={cx('editor-status')}>
              <Checkbox
                checked={entry !== undefined}
                onChange={({ target }) =>
                  onPick(statusIs(target.checked ? [...entries, { status }] : entries.filter((each) => each.status !== status)))
                }
              >
                {status}
              </Checkbox>
              {entry && (
                <Time entry={entry} onTime={(next) => onPick(statusIs(entries.map((each) => (each === entry ? next : each))))} />
              )}
            </div>
          );
        })}
      </div>
    </>
  );
}

function Time({ entry, onTime }: { readonly entry: StatusTime; readonly onTime: (entry: StatusTime) => void }) {
  const { status } = entry;
  const options: StatusTime[] = [{ status }, ...STATUS_PERIODS.map((last) => ({ status, last })), entry];
  return (
    <Select
      size="small"
      variant="borderless"
      aria-label={`${status}: since when`}
      value={sayTime(entry)}
      popupMatchSelectWidth={false}
      options={[...new Set(options.map(sayTime))].map((value) => ({ value, label: value }))}
      onChange={(next: string) => onTime(options.find((each) => sayTime(each) === next) ?? { status })}
    />
  );
}

function sayTime(entry: StatusTime): string {
  const asked = timeTest(entry);
  return asked ? phraseOfIs(asked, fieldOf(STATUS_DATE_FIELD[entry.status]) as Field) : ANY_TIME;
}
