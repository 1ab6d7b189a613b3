import type { RoundDay, VisitNote } from '@perambula/contract';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { lateBy } from './day.rules.js';
import { writeDown } from './day.store.js';
import ownCss from './DayPage.module.css';

const cx = classesOf(ownCss);

const STEPS = [5, 15, 30, 45];

/** How late it gets: the rest of the day moves, and those who wait are told, if wished. */
export function Late({ day, notes }: { readonly day: RoundDay; readonly notes: readonly VisitNote[] }) {
  const [tells, setTells] = useState(true);
  const late = lateBy(notes);
  const say = (minutes: number): void =>
    void writeDown({ kind: 'late', listingKey: null, personId: null, verdict: null, text: '', minutes, tells });
  return (
    <section className={cx('card')} aria-labelledby="late">
      <h2 id="late">{late > 0 ? `${late} minutes late` : 'On time'}</h2>
      <div className={cx('choices')} role="group" aria-label="How late it gets">
        {[...(late > 0 ? [0] : []), ...STEPS].map((minutes) => (
          <button
            key={minutes}
            type="button"
            className={cx('button')}
            aria-pressed={minutes === late}
            onClick={() => say(minutes)}
          >
            {minutes === 0 ? 'On time' : `${minutes} min`}
          </button>
        ))}
      </div>
      {day.clientId !== null && (
        <label className={cx('check')}>
          <input type="checkbox" checked={tells} onChange={(event) => setTells(event.target.checked)} /> Tell the listing agents
          ahead and {day.people.map(({ name }) => name).join(' and ') || 'the client'}, by e-mail, as soon as there is a network
        </label>
      )}
    </section>
  );
}
