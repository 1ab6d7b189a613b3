import type { FeedState } from '@perambula/contract';
import { App, Button, Popconfirm, Progress } from 'antd';
import { useNow } from '../../shared/clock.api.js';
import { ago, thousands } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { COLOUR } from '../../shared/tokens.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useAgent } from '../sessions/index.js';
import { useCoverage, useFeed, useTakeOut } from './feed.api.js';
import { ListingFiles } from './ListingFiles.js';
import { OtherFeed } from './OtherFeed.js';
import { classesOf } from '../../shared/classes.js';
import feedCss from './feed.module.css';
import ownCss from './FeedPage.module.css';

const cx = classesOf(feedCss, ownCss);

/** Where listings come from: the feed and how far it was read, what could not be read, and files of one's own. */
export function FeedPage() {
  const feed = useFeed();
  const isAdministrator = useAgent().data?.role === 'administrator';
  if (feed.isPending) return <Waiting what="Asking for the feed …" />;
  if (feed.isError) return <Failed error={feed.error} retry={() => void feed.refetch()} />;
  return (
    <div className={cx('feed page')}>
      <header>
        <h1>Where listings come from</h1>
        <p className="soft">
          A feed that speaks the RESO Web API, read every few seconds; and files of your own, by the same field names.
        </p>
      </header>
      <div className={cx('feed-columns')}>
        <div>
          <Reading feed={feed.data} />
          <Rejects rejects={feed.data.rejects} />
          <ListingFiles />
          {!isAdministrator && (
            <p className={cx('soft feed-for-others')}>
              An administrator of your office chooses the feed and reads files of listings for everybody.
            </p>
          )}
        </div>
        <Coverage />
      </div>
    </div>
  );
}

function Reading({ feed }: { readonly feed: FeedState }) {
  const now = useNow();
  const isAdministrator = useAgent().data?.role === 'administrator';
  const { fromFeed, fromFiles, onMarket, removed } = feed.listings;
  // an administrator is told of what is missing further down, with what can be done
  const failure = isAdministrator && feed.missing ? null : feed.failure;
  return (
    <section className="sheet" aria-label="The feed">
      <h2>The feed</h2>
      <p aria-live="polite" className={failure ? 'feed-state is-failing' : 'feed-state'}>
        {failure ??
          (feed.address === null
            ? 'No feed is read yet.'
            : feed.hasReadAll
              ? 'Up to date.'
              : `Being read for the first time: ${feed.doing}, ${thousands(feed.read)} records so far. What is on the market is here already.`)}
      </p>
      <dl className={cx('feed-figures')}>
        <Figure label="on the market" value={onMarket} />
        <Figure label="listings in all" value={fromFeed + fromFiles} />
        <Figure label="changes kept" value={feed.changes} />
        <Figure label="open houses" value={feed.openHouses} />
        <Figure label="from files for all" value={fromFiles} />
        <Figure label="taken out again" value={removed} />
      </dl>
      <p className="tight">
        {feed.address}
        {feed.readUntil && feed.hasReadAll ? ` · last change ${ago(feed.readUntil, now)}` : ''}
      </p>
      {isAdministrator && feed.missing && <Missing missing={feed.missing} />}
      {isAdministrator && <OtherFeed feed={feed} />}
    </section>
  );
}

/** Listings that the feed no longer has: too many to be taken out unasked. */
function Missing({ missing }: { readonly missing: NonNullable<FeedState['missing']> }) {
  const takeOut = useTakeOut();
  const { message } = App.useApp();
  const { listings, of, foundAt } = missing;
  return (
    <div className={cx('feed-missing')}>
      <p>
        <b>{thousands(listings)}</b> of {thousands(of)} listings are no longer in this feed, found {ago(foundAt, useNow())}. They
        are still searched and shown. If the feed is right, take them out; if not, wait: they are compared anew each day.
      </p>
      <Popconfirm
        title={`Take out ${thousands(listings)} listings?`}
        description="Clients and searches see them no more. They come back when a feed has them again."
        okText="Take them out"
        cancelText="Keep them"
        placement="bottomLeft"
        classNames={{ root: cx('feed-confirm') }}
        onConfirm={() => takeOut.mutate(listings, { onError: (error) => void message.error(messageOf(error), 8) })}
      >
        <Button size="small" danger loading={takeOut.isPending}>
          Take out {thousands(listings)} listings …
        </Button>
      </Popconfirm>
    </div>
  );
}

function Figure({ label, value }: { readonly label: string; readonly value: number }) {
  return (
    <div>
      <dd className="figure">{thousands(value)}</dd>
      <dt>{label}</dt>
    </div>
  );
}

function Rejects({ rejects }: { readonly rejects: FeedState['rejects'] }) {
  const now = useNow();
  return (
    <section className="sheet" aria-label="Set aside">
      <h2>Set aside</h2>
      {rejects.length === 0 ? (
        <p className="soft">Every record could be read. One that cannot is kept here with its reason, and the rest goes on.</p>
      ) : (
        <ul className={cx('feed-rejects')}>
          {rejects.map(({ listingKey, reason, at }) => (
            <li key={listingKey}>
              <b className="figure">{listingKey}</b> {reason} <span className="tight">{ago(at, now)}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Coverage() {
  const coverage = useCoverage();
  return (
    <section className={cx('sheet feed-coverage')} aria-label="How well fields are filled in">
      <h2>How well fields are filled in</h2>
      <p className="tight">Of the homes for sale. A search by a field that few fill in loses homes.</p>
      {coverage.isPending && <Waiting what="Counting …" />}
      {coverage.isError && <Failed error={coverage.error} retry={() => void coverage.refetch()} />}
      <ul>
        {coverage.data?.map(({ field, label, filled }) => (
          <li key={field} title={field}>
            <span>{label}</span>
            <Progress
              aria-label={label}
              percent={Math.round(filled * 100)}
              size="small"
              status="normal"
              strokeColor={filled < 0.6 ? COLOUR.ochre : COLOUR.tarn}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
