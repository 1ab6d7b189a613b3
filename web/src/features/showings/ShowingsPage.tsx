import type { Showing } from '@perambula/contract';
import { App, Button, Dropdown } from 'antd';
import { CalendarDays, Ellipsis, Phone, Send } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { dollars } from '@perambula/core';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, clockTime, day } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Picture } from '../../shared/Picture.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { HomesOnMap } from '../homesMap/index.js';
import { MakeRound, RoundsList } from '../rounds/index.js';
import { CalendarAddress } from './CalendarAddress.js';
import { OfferChoice } from './OfferChoice.js';
import { OfficeSaid } from './OfficeSaid.js';
import { useCancelShowing, useRemindOffice, useSendShowing, useShowings } from './showings.api.js';
import { TimeChoice } from './TimeChoice.js';
import { byDay, perHousehold, sayState } from './showings.rules.js';
import type { DayOfShowings } from './showings.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ShowingsPage.module.css';

const cx = classesOf(ownCss);

const STATE = {
  asked: 'Asked for',
  proposed: 'With the office',
  countered: 'Another time offered',
  confirmed: 'Confirmed',
  refused: 'Refused',
  canceled: 'Canceled',
} as const;
const TONE = {
  asked: 'chip-wait',
  proposed: 'chip-wait',
  countered: 'chip-wait',
  confirmed: 'chip-calm',
  refused: 'chip-bad',
  canceled: '',
} as const;

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
        <CalendarAddress />
      </div>
      {showings.data.length === 0 && (
        <Empty title="No visits yet">
          When a client asks to see a home in their portal, or you plan a visit from a listing’s page, it stands here with its
          time and the office’s answer.
        </Empty>
      )}
      <RoundsList />
      {undated.length > 0 && <Group title="Without a time" isWished showings={undated} />}
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
  isWished = false,
  isOver = false,
}: {
  readonly title: string;
  readonly showings: readonly Showing[];
  /** Whether they are one day's round, to be driven. */
  readonly isRound?: boolean;
  /** Whether they are asked for, and not on any day yet. */
  readonly isWished?: boolean;
  /** Whether nothing is to be done about them any more. */
  readonly isOver?: boolean;
}) {
  const navigate = useNavigate();
  // one round is with one household
  const households = isRound || isWished ? perHousehold(showings) : [];
  const on = isRound ? calendarDay(showings[0]?.startAt ?? '') : undefined;
  const homes = useMemo(() => showings.filter(({ state }) => state !== 'canceled').map(homeOf), [showings]);
  return (
    <section className={cx('showings-day')}>
      <div className={cx('day-head')}>
        <h2>{title}</h2>
        {(households.length === 1 || isWished) &&
          households
            .filter(({ keys }) => keys.length > 1)
            .map(({ clientId, clientName, keys }) => (
              <MakeRound
                key={clientId}
                keys={keys}
                clientId={clientId}
                {...(on === undefined ? { label: `Round for ${clientName} …` } : { on })}
              />
            ))}
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
  const now = useNow();
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
          {sayState(showing, now) && ` · ${sayState(showing, now)}`}
          {showing.clash && !isOver && <span className={cx('chip chip-wait showing-agreement')}>{showing.clash}</span>}
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

/** What can be done with a visit as it stands: what is likely at once, the rest behind a button. */
function ShowingActions({ showing }: { readonly showing: Showing }) {
  const send = useSendShowing();
  const cancel = useCancelShowing();
  const remind = useRemindOffice();
  const [isNoting, setNoting] = useState(false);
  const { message } = App.useApp();
  const fail = (error: unknown): void => void message.error(messageOf(error));
  const { id, state, isInvited } = showing;
  const done = (says: string) => (): void => void message.success(says);
  const more = {
    said: () => setNoting(true),
    remind: () => remind.mutate(id, { onSuccess: done('The listing office is asked once more.'), onError: fail }),
    cancel: () => cancel.mutate(id, { onError: fail }),
  };
  const wasAsked = state !== 'asked';
  if (state === 'canceled') return null;
  return (
    <div className="row-actions">
      <OfferChoice showing={showing} />
      <TimeChoice showing={showing} />
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
          {isInvited ? 'Send again' : 'Send'}
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
      <Dropdown
        trigger={['click']}
        menu={{
          items: [
            ...(wasAsked ? [{ key: 'said', label: 'Note what the office said by telephone' }] : []),
            ...(state === 'proposed' ? [{ key: 'remind', label: 'Ask the office once more' }] : []),
            { key: 'cancel', label: isInvited ? 'Cancel the visit, and tell everybody' : 'Cancel the visit', danger: true },
          ],
          onClick: ({ key }) => more[key as keyof typeof more](),
        }}
      >
        <Button type="text" icon={<Ellipsis size={16} />} aria-label={`More for ${showing.address}`} />
      </Dropdown>
      {isNoting && <OfficeSaid showing={showing} onClose={() => setNoting(false)} />}
    </div>
  );
}
