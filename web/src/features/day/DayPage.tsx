import type { RoundDay } from '@perambula/contract';
import { sayMinutes } from '@perambula/core';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { isoDay, street } from '../../shared/format.js';
import { isToday, lateBy, minutesNow, notesOf, stopsOf } from './day.rules.js';
import { keepUp, openDay, syncDay, useDay } from './day.store.js';
import { Home } from './Home.js';
import { HowKept } from './HowKept.js';
import { Late } from './Late.js';
import ownCss from './DayPage.module.css';

const cx = classesOf(ownCss);

const TICK_MS = 15_000;

/** A round on the road: where to go next and when, whom to ring, what to look at, and what is said there. Needs no network. */
export function DayPage() {
  const { roundId = '' } = useParams();
  const { day, failure, reached } = useDay();
  useEffect(() => {
    void openDay(roundId);
    const again = (): void => void syncDay(roundId);
    const seen = (): void => void (document.visibilityState === 'visible' && keepUp(roundId));
    addEventListener('online', again);
    document.addEventListener('visibilitychange', seen);
    const timer = setInterval(seen, TICK_MS);
    return () => {
      removeEventListener('online', again);
      document.removeEventListener('visibilitychange', seen);
      clearInterval(timer);
    };
  }, [roundId]);
  if (day) return <Day day={day} />;
  return (
    <main className={cx('day is-empty')}>
      {reached === 'signedOut' ? (
        <>
          <h1>You are signed out</h1>
          <p>
            <a href={`/showings/rounds/${roundId}`}>Sign in</a>, then open this day again.
          </p>
        </>
      ) : failure ? (
        <>
          <h1>This day could not be opened</h1>
          <p role="alert">{failure}</p>
          <HowKept roundId={roundId} />
          <p>
            <button type="button" className={cx('button')} onClick={() => void syncDay(roundId)}>
              Try again
            </button>
          </p>
        </>
      ) : (
        <p className="waiting" role="status">
          Opening your day …
        </p>
      )}
    </main>
  );
}

function Day({ day }: { readonly day: RoundDay }) {
  const { unsent } = useDay();
  const time = useTime();
  const notes = useMemo(() => notesOf(day, unsent), [day, unsent]);
  const stops = useMemo(() => stopsOf(day, notes), [day, notes]);
  const next = stops.find(({ isSeen }) => !isSeen);
  /** The home that is looked at, where it is not the next one. */
  const [chosen, setChosen] = useState<string | null>(null);
  const shown = stops.find(({ home }) => home.id === chosen) ?? next;
  const now = isToday(day, time) ? minutesNow(day, time) : null;
  const back = day.backAt + lateBy(notes);
  return (
    <div className={cx('day')}>
      <header className={cx('head')}>
        <p>
          <a href={`/showings/rounds/${day.id}`}>The round</a>
        </p>
        <h1>{day.name}</h1>
        <p className="soft">
          {isoDay(day.on)}
          {day.clientName && ` · with ${day.clientName}`} ·{' '}
          <span className="figure">
            {day.homes.length} {day.homes.length === 1 ? 'home' : 'homes'}, back at {sayMinutes(back)}
          </span>
        </p>
        <HowKept roundId={day.id} />
      </header>
      <main>
        {shown ? (
          <Home
            key={shown.home.id}
            day={day}
            stop={shown}
            notes={notes}
            isNext={shown === next}
            now={now}
            onSeen={() => setChosen(null)}
          />
        ) : (
          <section className={cx('card')}>
            <h2>All homes are seen</h2>
            <p className="soft">
              {day.end ? `Back at ${day.end.name} at about ${sayMinutes(back)}.` : 'The day is over.'} Tap a home below to write
              more about it.
            </p>
          </section>
        )}
        {next && <Late day={day} notes={notes} />}
        <nav aria-label="The homes of the day">
          <ol className={cx('homes')}>
            {stops.map((stop) => (
              <li key={stop.home.id}>
                <button
                  type="button"
                  aria-current={stop === shown}
                  className={cx('stop')}
                  onClick={() => {
                    setChosen(stop.home.id);
                    scrollTo({ top: 0 });
                  }}
                >
                  <span className={cx(stop.isSeen ? 'number is-seen' : 'number')}>{stop.number}</span>
                  <span className={cx('where')}>
                    <b>{street({ UnparsedAddress: stop.home.address })}</b>
                    <span className="soft">{stop.isSeen ? 'Seen' : stop.isShut ? 'Shut by then' : ''}</span>
                  </span>
                  <span className="figure">{sayMinutes(stop.startAt)}</span>
                </button>
              </li>
            ))}
          </ol>
        </nav>
      </main>
    </div>
  );
}

/** The time by the server's clock, as it goes on, in milliseconds since 1970. */
function useTime(): number {
  const [here, setHere] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setHere(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  return here + useDay().ahead;
}
