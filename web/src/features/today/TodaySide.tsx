import type { Today } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { App, Button } from 'antd';
import { Check } from 'lucide-react';
import { Link } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { ago, day, firstNames, price, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { sayNews } from '../../shared/news.js';
import { Picture } from '../../shared/Picture.js';
import { MarketLine } from '../market/index.js';
import { useLooked } from './today.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './TodaySide.module.css';

const cx = classesOf(ownCss);

/** What changed since the agent last looked, new homes and who would want them, and the days ahead. */
export function TodaySide({ today, now }: { readonly today: Today; readonly now: string }) {
  return (
    <aside className={cx('today-side')}>
      <SinceLooked since={today.since} sinceAt={today.sinceAt} now={now} />
      <OnShortlists shortlisted={today.shortlisted} />
      <MarketLine className={cx('card')} />
      <NewHomes newHomes={today.newHomes} />
      <Ahead ahead={today.ahead} now={now} />
    </aside>
  );
}

function SinceLooked({ since, sinceAt, now }: Pick<Today, 'since' | 'sinceAt'> & { readonly now: string }) {
  const looked = useLooked();
  const { message } = App.useApp();
  return (
    <section className={cx('card')}>
      <header className={cx('card-head')}>
        <h3>Since you last looked</h3>
        <span className="tight">{sinceAt ? ago(sinceAt, now) : 'a day ago'}</span>
      </header>
      {since.length === 0 && <p className="soft">Nothing new for anybody’s search.</p>}
      {since.map((each) => (
        <SinceFor key={each.clientId} since={each} />
      ))}
      <Button
        size="small"
        icon={<Check size={14} />}
        loading={looked.isPending}
        onClick={() => looked.mutate(undefined, { onError: (error) => void message.error(messageOf(error)) })}
      >
        I have looked
      </Button>
    </section>
  );
}

function SinceFor({ since }: { readonly since: Today['since'][number] }) {
  return (
    <div className={cx('since')}>
      <Avatar name={since.client} small />
      <div>
        <Link to={`/clients/${since.clientId}`} className="strong">
          {firstNames(since.client)}
        </Link>
        {(since.fits > 0 || since.missesByOne > 0) && (
          <p>
            {since.fits > 0 && (
              <b>
                {since.fits} new {since.fits === 1 ? 'home fits' : 'homes fit'}
              </b>
            )}
            {since.fits > 0 && since.missesByOne > 0 && ', '}
            {since.missesByOne > 0 && `${since.missesByOne} ${since.missesByOne === 1 ? 'misses' : 'miss'} by one line`}
          </p>
        )}
        {since.changes.map(({ listingKey, text }) => (
          <p key={listingKey + text}>
            <Link to={`/listings/${listingKey}`} className="quiet-link">
              {text}
            </Link>
          </p>
        ))}
      </div>
    </div>
  );
}

/** What changed of homes on shortlists; nothing is drawn where nothing did. */
function OnShortlists({ shortlisted }: Pick<Today, 'shortlisted'>) {
  if (shortlisted.length === 0) return null;
  return (
    <section className={cx('card')}>
      <h3>On your shortlists</h3>
      {shortlisted.map(({ shortlistId, name, client, home, news, anew }) => (
        <p key={`${shortlistId}${home.listingKey}`}>
          <Link to={`/listings/${home.listingKey}`} className="quiet-link strong">
            {street({ UnparsedAddress: home.address })}
          </Link>{' '}
          {sayNews(news)
            .map(({ says }) => says)
            .join(', ')}{' '}
          {anew !== null && <Link to={`/listings/${anew.listingKey}`}>listed anew at {dollars(anew.price)}</Link>}{' '}
          <span className="tight">
            · <Link to={`/shortlists/${shortlistId}`}>{name}</Link>, {client === null ? 'yours' : firstNames(client)}
          </span>
        </p>
      ))}
    </section>
  );
}

function NewHomes({ newHomes }: Pick<Today, 'newHomes'>) {
  return (
    <section className={cx('card')}>
      <h3>New, and who would want it</h3>
      {newHomes.length === 0 && <p className="soft">New homes that a client’s search fits, or nearly fits, stand here.</p>}
      {newHomes.map(({ listing, wantedBy }) => (
        <div key={listing.ListingKey} className={cx('new-home')}>
          <Link to={`/listings/${listing.ListingKey}`} tabIndex={-1} aria-hidden="true" className={cx('new-home-picture')}>
            <Picture listingKey={listing.ListingKey} alt="" />
          </Link>
          <div>
            <Link to={`/listings/${listing.ListingKey}`} className="quiet-link">
              <b>{street(listing)}</b> {price(listing)}
            </Link>
            <p className="tight">{wantedBy.map(({ client, how }) => `${firstNames(client)} ${how}`).join(' · ')}</p>
            <SendToThose listingKey={listing.ListingKey} wantedBy={wantedBy} />
          </div>
        </div>
      ))}
    </section>
  );
}

/** Goes on to a message to those whom it fits, or else to those for whom it nearly does. */
function SendToThose({ listingKey, wantedBy }: { readonly listingKey: string; readonly wantedBy: NewHome['wantedBy'] }) {
  const fitting = wantedBy.filter(({ how }) => how === 'fits');
  const to = fitting.length > 0 ? fitting : wantedBy;
  const ids = to.map(({ clientId }) => clientId).join(',');
  return (
    <Link to={`/send?homes=${listingKey}&to=${ids}`}>
      Send it to {to.length === 1 ? firstNames(to[0]?.client ?? '') : `${to.length} clients`} …
    </Link>
  );
}

type NewHome = Today['newHomes'][number];

function Ahead({ ahead, now }: { readonly ahead: Today['ahead']; readonly now: string }) {
  const days = Array.from({ length: 6 }, (_, i) => new Date(Date.parse(now) + (i + 1) * 86_400_000).toISOString());
  return (
    <section className={cx('card')}>
      <h3>Days ahead</h3>
      <div className={cx('days')}>
        {days.map((date) => {
          const visits = ahead.filter(({ startAt }) => startAt && day(startAt) === day(date)).length;
          return (
            <Link key={date} to="/showings" className={cx('day')}>
              <span className="tight">{day(date).replace(/, \w+ /, ' ')}</span>
              <b>{visits || '–'}</b>
              <span className="tight">{visits === 0 ? 'free' : visits === 1 ? 'visit' : 'visits'}</span>
            </Link>
          );
        })}
      </div>
    </section>
  );
}
