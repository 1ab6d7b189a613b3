import type { Showing } from '@perambula/contract';
import { App, Button } from 'antd';
import { CalendarDays, Phone, Send } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { dollars } from '@perambula/core';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, clockTime, day } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Picture } from '../../shared/Picture.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { HomesOnMap } from '../homesMap/index.js';
import { MakeRound, RoundsList } from '../rounds/index.js';
import { useCancelShowing, useSendShowing, useShowings } from './showings.api.js';
import { TimeChoice } from './TimeChoice.js';
import { byDay } from './showings.rules.js';
import type { DayOfShowings } from './showings.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ShowingsPage.module.css';

const cx = classesOf(ownCss);

const STATE = {
  asked: 'Asked for',
  proposed: 'With the office',
  confirmed: 'Confirmed',
  refused: 'Refused',
  canceled: 'Canceled',
} as const;
const TONE = { asked: 'chip-wait', proposed: 'chip-wait', confirmed: 'chip-calm', refused: 'chip-bad', canceled: '' } as const;

/** All visits: asked for, agreed and over, day by day. */
export function ShowingsPage() {
  const showings = useShowings();
  const now = useNow();
  if (showings.isPending) return <Waiting what="Opening the showings …" />;
  if (showings.isError) return <Failed error={showings.error} retry={() => void showings.refetch()} />;
  const { undated, ahead, earlier } = byDay(showings.data, now);
  return (
    <div className="page">
      <div className="page-head">
        <h1>Showings</h1>
      </div>
      {showings.data.length === 0 && (
        <Empty title="No visits yet">
          When a client asks to see a home in their portal, or you plan a visit from a listing’s page, it stands here with its
          time and the office’s answer.
        </Empty>
      )}
      <RoundsList />
      {undated.length > 0 && <Group title="Without a time" showings={undated} />}
      {ahead.map((each) => (
        <Group key={each.day} title={titleOf(each)} isRound showings={each.showings} />
      ))}
      {earlier.length > 0 && (
        <details className={cx('earlier')}>
          <summary>Earlier</summary>
          {earlier.map((each) => (
            <Group key={each.day} title={titleOf(each)} isOver showings={each.showings} />
          ))}
        </details>
      )}
    </div>
  );
}

function titleOf({ showings: [first] }: DayOfShowings): string {
  return day(first?.startAt ?? '');
}

function Group({
  title,
  showings,
  isRound = false,
  isOver = false,
}: {
  readonly title: string;
  readonly showings: readonly Showing[];
  /** Whether they are one day's round, to be driven. */
  readonly isRound?: boolean;
  /** Whether nothing is to be done about them any more. */
  readonly isOver?: boolean;
}) {
  const navigate = useNavigate();
  const agreed = showings.filter(({ state }) => state !== 'canceled' && state !== 'refused');
  const seen = [...new Set(agreed.map(({ listingKey }) => listingKey))];
  // one round is with one household
  const [household, ...others] = new Set(agreed.map(({ clientId }) => clientId));
  const homes = useMemo(() => showings.filter(({ state }) => state !== 'canceled').map(homeOf), [showings]);
  return (
    <section className={cx('showings-day')}>
      <div className={cx('day-head')}>
        <h2>{title}</h2>
        {isRound && seen.length > 1 && household !== undefined && others.length === 0 && (
          <MakeRound keys={seen} clientId={household} on={calendarDay(showings[0]?.startAt ?? '')} />
        )}
      </div>
      {isRound && homes.length > 0 && (
        <HomesOnMap label={`Where the homes of ${title} lie`} homes={homes} onOpen={(key) => void navigate(`/listings/${key}`)} />
      )}
      <ul className="row-list">
        {showings.map((showing) => (
          <ShowingLine key={showing.id} showing={showing} isOver={isOver} />
        ))}
      </ul>
    </section>
  );
}

function homeOf({ listingKey, longitude, latitude, status, price }: Showing): Readonly<Record<string, unknown>> {
  return { ListingKey: listingKey, Longitude: longitude, Latitude: latitude, StandardStatus: status, ListPrice: price };
}

function ShowingLine({ showing, isOver }: { readonly showing: Showing; readonly isOver: boolean }) {
  const { state, startAt } = showing;
  return (
    <li className="row">
      <div className={cx('showing-time figure')}>{startAt ? clockTime(startAt) : '–'}</div>
      <div className={cx('showing-picture')}>
        <Picture listingKey={showing.listingKey} alt="" />
      </div>
      <div className="row-main">
        <Link to={`/listings/${showing.listingKey}`} className="strong">
          {showing.address}
        </Link>{' '}
        <span className="soft">{dollars(showing.price)}</span>
        <p>
          <Link to={`/clients/${showing.clientId}`}>{showing.clientName}</Link>
          {showing.wish && ` · “${showing.wish}”`} {showing.answer && ` · ${showing.answer}`}
          {!showing.agreementSigned && state !== 'canceled' && (
            <span className={cx('chip chip-wait showing-agreement')}>no buyer agreement for the day</span>
          )}
        </p>
      </div>
      <span className={`chip ${TONE[state]}`}>{STATE[state]}</span>
      {!isOver && <ShowingActions showing={showing} />}
    </li>
  );
}

/** What can be done with a visit as it stands. */
function ShowingActions({ showing }: { readonly showing: Showing }) {
  const send = useSendShowing();
  const cancel = useCancelShowing();
  const { message } = App.useApp();
  const fail = (error: unknown): void => void message.error(messageOf(error));
  const { id, state } = showing;
  return (
    <div className="row-actions">
      {state !== 'canceled' && <TimeChoice showing={showing} />}
      {state === 'confirmed' && (
        <Button href={`/api/showings/${id}/showing.ics`} icon={<CalendarDays size={15} />}>
          Calendar file
        </Button>
      )}
      {state === 'confirmed' && (
        <Button
          icon={<Send size={14} />}
          loading={send.isPending}
          onClick={() =>
            send.mutate(id, {
              onSuccess: ({ sentTo }) => void message.success(`Sent to ${sentTo} ${sentTo === 1 ? 'person' : 'people'}.`),
              onError: fail,
            })
          }
        >
          Send
        </Button>
      )}
      {showing.agentMobile && (
        <Button
          href={`tel:${showing.agentMobile}`}
          icon={<Phone size={14} />}
          aria-label={`Listing agent’s mobile ${showing.agentMobile}`}
        >
          {showing.agentMobile}
        </Button>
      )}
      {state !== 'canceled' && (
        <Button type="text" onClick={() => cancel.mutate(id, { onError: fail })}>
          Cancel
        </Button>
      )}
    </div>
  );
}
