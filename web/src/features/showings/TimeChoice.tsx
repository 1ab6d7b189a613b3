import type { Showing } from '@perambula/contract';
import { App, Button, Input, Popover } from 'antd';
import { DateTime } from 'luxon';
import { useState } from 'react';
import { useNow } from '../../shared/clock.api.js';
import { clockTime, day, fromTimeField, toTimeField, zone } from '../../shared/format.js';
import { messageOf, RequestFailure } from '../../shared/http.js';
import { useProposeTime, useShowingTimes } from './showings.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './TimeChoice.module.css';

const cx = classesOf(ownCss);

/** Chooses a time for a visit and asks the listing office for it. */
export function TimeChoice({ showing }: { readonly showing: Showing }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="leftTop"
      destroyOnHidden
      content={<TimeForm showing={showing} onDone={() => setOpen(false)} />}
    >
      <Button color="primary" variant="filled">
        {showing.state === 'confirmed' || showing.state === 'proposed'
          ? 'Move'
          : showing.state === 'countered'
            ? 'Another time'
            : 'Propose a time'}
      </Button>
    </Popover>
  );
}

function TimeForm({ showing, onDone }: { readonly showing: Showing; readonly onDone: () => void }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [warned, setWarned] = useState<string | null>(null);
  const propose = useProposeTime(showing.id);
  const { message } = App.useApp();
  const now = useNow();
  const times = useShowingTimes(showing.id).data ?? [];
  const usual = toTimeField(DateTime.fromISO(now, { zone: zone() }).plus({ days: 2 }).set({ hour: 16, minute: 0 }).toJSDate());
  const when = chosen ?? (times[0] === undefined ? usual : toTimeField(times[0]));
  const send = (withoutAgreement: boolean): void => {
    const startAt = fromTimeField(when);
    if (!startAt) return;
    propose.mutate(
      { startAt, ...(withoutAgreement ? { withoutAgreement } : {}) },
      {
        onSuccess: () => {
          onDone();
          void message.success('The listing office is asked. Its answer comes here by itself.');
        },
        onError: (error) => {
          if (error instanceof RequestFailure && error.code === 'agreement.missing') setWarned(error.message);
          else void message.error(messageOf(error));
        },
      },
    );
  };
  return (
    <div className="popover-form">
      <label className="strong" htmlFor={`time-${showing.id}`}>
        When, for {showing.minutes} minutes
      </label>
      {times.length > 0 && (
        <div className={cx('times')} role="group" aria-label="Times when you are free and it can be seen">
          {times.map((time) => (
            <button
              key={time}
              type="button"
              className={cx('time')}
              aria-pressed={toTimeField(time) === when}
              onClick={() => (setChosen(toTimeField(time)), setWarned(null))}
            >
              {day(time)}, {clockTime(time)}
            </button>
          ))}
        </div>
      )}
      <Input
        id={`time-${showing.id}`}
        type="datetime-local"
        value={when}
        onChange={({ target }) => (setChosen(target.value), setWarned(null))}
      />
      <p className="tight">{showing.showingInstructions}</p>
      {warned ? (
        <>
          <p className={cx('chip-wait warned')} role="alert">
            {warned}
          </p>
          <Button danger loading={propose.isPending} onClick={() => send(true)}>
            Ask the office all the same
          </Button>
        </>
      ) : (
        <Button type="primary" loading={propose.isPending} onClick={() => send(false)}>
          Ask the listing office
        </Button>
      )}
    </div>
  );
}
