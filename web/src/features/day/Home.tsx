import { VERDICTS } from '@perambula/contract';
import type { DayHome, RoundDay, VisitNote } from '@perambula/contract';
import { dollars, sayMinutes, sayRoadLength } from '@perambula/core';
import { MapPin, Phone } from 'lucide-react';
import { classesOf } from '../../shared/classes.js';
import { Picture } from '../../shared/Picture.js';
import { geoUri, sayLeave, verdictsOn, VERDICT_LABELS } from './day.rules.js';
import type { Stop } from './day.rules.js';
import { takeBack, writeDown } from './day.store.js';
import { WhatWasSaid } from './WhatWasSaid.js';
import ownCss from './DayPage.module.css';

const cx = classesOf(ownCss);

const STATE = {
  asked: 'Not asked yet',
  proposed: 'No answer yet',
  countered: 'Another time offered',
  confirmed: 'Confirmed',
  refused: 'Refused',
  canceled: 'Canceled',
} as const;

interface Props {
  readonly day: RoundDay;
  readonly stop: Stop;
  readonly notes: readonly VisitNote[];
  readonly isNext: boolean;
  /** In minutes from midnight; null where it is another day. */
  readonly now: number | null;
  readonly onSeen: () => void;
}

/** One home of the day: when to leave for it, the way, whom to ring, what to look at, and what is thought of it. */
export function Home({ day, stop, notes, isNext, now, onSeen }: Props) {
  const { home } = stop;
  return (
    <article className={cx('card home')} aria-label={home.address}>
      <div className={cx('picture')}>
        <Picture listingKey={home.listingKey} alt="" />
      </div>
      <p className={cx('eyebrow')}>{stop.isSeen ? 'Seen' : isNext ? 'Next' : `Home ${stop.number}`}</p>
      <h2>{home.address}</h2>
      <p className="soft">
        <span className="figure">{dollars(home.price)}</span>
        {home.facts && ` · ${home.facts}`}
      </p>
      <When day={day} stop={stop} isNext={isNext} now={now} />
      <Whom day={day} home={home} />
      <ToLookAt home={home} />
      {day.people.length > 0 && <Thinks day={day} home={home} notes={notes} />}
      <WhatWasSaid day={day} home={home} notes={notes} />
      <Seen stop={stop} notes={notes} onSeen={onSeen} />
    </article>
  );
}

function When({ day, stop, isNext, now }: Pick<Props, 'day' | 'stop' | 'isNext' | 'now'>) {
  const { home, leaveAt, startAt, endAt, isSeen, isShut } = stop;
  return (
    <section className={cx('when')}>
      <p>
        <b className="figure">
          {sayMinutes(startAt)} to {sayMinutes(endAt)}
        </b>{' '}
        {day.clientId !== null && home.state && (
          <span className={`chip ${home.state === 'confirmed' ? 'chip-calm' : 'chip-wait'}`}>{STATE[home.state]}</span>
        )}
      </p>
      {!isSeen && home.breakAt !== null && <p>A break before it, from {sayMinutes(home.breakAt)}</p>}
      {!isSeen && (
        <p>
          Leave at <b className="figure">{sayMinutes(leaveAt)}</b>
          {isNext && now !== null && `, ${sayLeave(leaveAt, now)}`}
          {home.drive > 0 && ` · ${Math.max(1, Math.round(home.drive))} min drive`}
          {home.way && ` · ${sayRoadLength(home.way.metres)}`}
        </p>
      )}
      {isShut && (
        <p role="alert" className={cx('shut')}>
          It cannot be seen then
          {home.open.length > 0 &&
            `: only ${home.open.map(({ from, until }) => `${sayMinutes(from)} to ${sayMinutes(until)}`).join(', ')}`}
          . Ring the listing agent.
        </p>
      )}
      {home.at && (
        <p>
          <a className={cx('button is-main')} href={geoUri(home.at)}>
            <MapPin size={17} aria-hidden="true" /> Open in your maps
          </a>
        </p>
      )}
      {home.way && home.way.steps.length > 0 && (
        <details>
          <summary>The way, turn by turn</summary>
          <ol className={cx('steps')}>
            {home.way.steps.map(({ text, metres }, i) => (
              <li key={i}>
                {text}, <span className="figure">{sayRoadLength(metres)}</span>
              </li>
            ))}
          </ol>
        </details>
      )}
    </section>
  );
}

/** Those who can be rung: the listing agent's mobile telephone first, then the office, then the household. */
function Whom({ day, home }: Pick<Props, 'day'> & { readonly home: DayHome }) {
  const numbers = [
    { who: home.listAgent ? `${home.listAgent}, listing agent` : 'Listing agent', number: home.agentMobile },
    { who: home.office ? `${home.office}, office` : 'Listing office', number: home.officePhone },
    ...day.people.map(({ name, phone }) => ({ who: name, number: phone })),
  ].filter(({ number }) => number !== '');
  if (numbers.length === 0) return null;
  return (
    <ul className={cx('whom')} aria-label="Whom to ring">
      {numbers.map(({ who, number }) => (
        <li key={`${who} ${number}`}>
          <a className={cx('button')} href={`tel:${number.replace(/[^\d+]/g, '')}`}>
            <Phone size={16} aria-hidden="true" />
            <span>
              {who} <span className="soft figure">{number}</span>
            </span>
          </a>
        </li>
      ))}
    </ul>
  );
}

function ToLookAt({ home: { instructions, said } }: { readonly home: DayHome }) {
  if (!instructions && said.length === 0) return null;
  return (
    <section className={cx('look')} aria-label="To look at">
      {instructions && <p>{instructions}</p>}
      {said.map(({ who, text }) => (
        <p key={`${who} ${text}`}>
          <b>{who}</b> {text}
        </p>
      ))}
    </section>
  );
}

/** What each of the household thinks, by a tap each; tapped again, it is taken back. */
function Thinks({ day, home: { listingKey }, notes }: Pick<Props, 'day' | 'notes'> & { readonly home: DayHome }) {
  const said = verdictsOn(notes, listingKey);
  return (
    <section aria-label="What they think">
      {day.people.map(({ id, name }) => (
        <div key={id} className={cx('thinks')} role="group" aria-label={`What ${name} thinks`}>
          <span>{name}</span>
          {VERDICTS.map((verdict) => {
            const note = said.get(id);
            const isSaid = note?.verdict === verdict;
            return (
              <button
                key={verdict}
                type="button"
                className={cx('button')}
                aria-pressed={isSaid}
                onClick={() =>
                  void (isSaid
                    ? takeBack(note.id)
                    : writeDown({ kind: 'reaction', listingKey, personId: id, verdict, text: '', minutes: null }))
                }
              >
                {VERDICT_LABELS[verdict]}
              </button>
            );
          })}
        </div>
      ))}
    </section>
  );
}

function Seen({ stop, notes, onSeen }: Pick<Props, 'stop' | 'notes' | 'onSeen'>) {
  const { listingKey } = stop.home;
  const note = notes.find(({ kind, listingKey: of }) => kind === 'seen' && of === listingKey);
  if (note)
    return (
      <button type="button" className={cx('button is-wide')} onClick={() => void takeBack(note.id)}>
        Not seen after all
      </button>
    );
  return (
    <button
      type="button"
      className={cx('button is-main is-wide')}
      onClick={() => {
        void writeDown({ kind: 'seen', listingKey, personId: null, verdict: null, text: '', minutes: null });
        onSeen();
        scrollTo({ top: 0 });
      }}
    >
      Seen, go on
    </button>
  );
}
