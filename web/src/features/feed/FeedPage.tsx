import './feed.css';
import type { FeedState, FileReport } from '@perambula/contract';
import { App, Button, Popconfirm, Progress, Upload } from 'antd';
import { FileUp } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { ago } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { COLOUR } from '../../shared/tokens.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useAgent } from '../sessions/index.js';
import { useCoverage, useFeed, useReadFile, useTakeOut } from './feed.api.js';
import { OtherFeed } from './OtherFeed.js';

/** Where listings come from: the feed and how far it was read, what could not be read, and files of one's own. */
export function FeedPage() {
  const feed = useFeed();
  const isAdministrator = useAgent().data?.role === 'administrator';
  if (feed.isPending) return <Waiting what="Asking for the feed …" />;
  if (feed.isError) return <Failed error={feed.error} retry={() => void feed.refetch()} />;
  return (
    <div className="feed page">
      <header>
        <h1>Where listings come from</h1>
        <p className="soft">
          A feed that speaks the RESO Web API, read every few seconds
          {isAdministrator && '; and files of your own, by the same field names'}.
        </p>
      </header>
      <div className="feed-columns">
        <div>
          <Reading feed={feed.data} />
          <Rejects rejects={feed.data.rejects} />
          {isAdministrator ? (
            <OwnFile />
          ) : (
            <p className="soft feed-for-others">An administrator of your office chooses the feed and reads files of listings.</p>
          )}
        </div>
        <Coverage />
      </div>
    </div>
  );
}

const number = (value: number): string => value.toLocaleString('en-US');

function Reading({ feed }: { readonly feed: FeedState }) {
  const now = useNow();
  const isAdministrator = useAgent().data?.role === 'administrator';
  const { fromFeed, fromFiles, onMarket, removed } = feed.listings;
  return (
    <section className="sheet" aria-label="The feed">
      <h2>The feed</h2>
      <p aria-live="polite" className={feed.failure && !feed.missing ? 'feed-state is-failing' : 'feed-state'}>
        {(isAdministrator && feed.missing ? null : feed.failure) ??
          (feed.hasReadAll
            ? 'Up to date.'
            : `Being read for the first time: ${feed.doing}, ${number(feed.read)} records so far. What is on the market is here already.`)}
      </p>
      <dl className="feed-figures">
        <Figure label="on the market" value={onMarket} />
        <Figure label="listings in all" value={fromFeed + fromFiles} />
        <Figure label="changes kept" value={feed.changes} />
        <Figure label="open houses" value={feed.openHouses} />
        <Figure label="from your files" value={fromFiles} />
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
    <div className="feed-missing">
      <p>
        <b>{number(listings)}</b> of {number(of)} listings are no longer in this feed, found {ago(foundAt, useNow())}. They are
        still searched and shown. If the feed is right, take them out; if not, wait: they are compared anew each day.
      </p>
      <Popconfirm
        title={`Take out ${number(listings)} listings?`}
        description="Clients and searches see them no more. They come back when a feed has them again."
        okText="Take them out"
        cancelText="Keep them"
        placement="bottomLeft"
        classNames={{ root: 'feed-confirm' }}
        onConfirm={() => takeOut.mutate(listings, { onError: (error) => void message.error(messageOf(error), 8) })}
      >
        <Button size="small" danger loading={takeOut.isPending}>
          Take out {number(listings)} listings …
        </Button>
      </Popconfirm>
    </div>
  );
}

function Figure({ label, value }: { readonly label: string; readonly value: number }) {
  return (
    <div>
      <dd className="figure">{number(value)}</dd>
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
        <ul className="feed-rejects">
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

function OwnFile() {
  const readFile = useReadFile();
  const { message } = App.useApp();
  const [report, setReport] = useState<{ name: string; report: FileReport } | null>(null);
  const take = (file: File): false => {
    readFile.mutate(file, {
      onSuccess: (result) => setReport({ name: file.name, report: result }),
      onError: (error) => void message.error(messageOf(error), 8),
    });
    return false;
  };
  return (
    <section className="sheet" aria-label="A file of your own">
      <h2>A file of your own</h2>
      <Upload.Dragger
        accept=".csv,.json,text/csv,application/json"
        showUploadList={false}
        beforeUpload={take}
        disabled={readFile.isPending}
      >
        <p>
          <FileUp size={20} aria-hidden="true" />
        </p>
        <p>{readFile.isPending ? 'Reading …' : 'Choose a CSV or JSON file, or drop it here'}</p>
        <p className="tight">Headings by RESO names: ListingKey, PropertyType, StandardStatus, ListPrice, …</p>
      </Upload.Dragger>
      {report && <Report {...report} />}
    </section>
  );
}

function Report({ name, report }: { readonly name: string; readonly report: FileReport }) {
  const { read, added, changed, same, refused, fields } = report;
  const left = fields.filter(({ field }) => field === null);
  const renamed = fields.filter(({ heading, field }) => field !== null && field !== heading);
  return (
    <div className="feed-report" role="status">
      <h3>{name}</h3>
      <p>
        {number(read)} read: <b>{number(added)} new</b>, {number(changed)} changed, {number(same)} as they were,{' '}
        <b className={refused.length > 0 ? 'is-failing' : ''}>{number(refused.length)} refused</b>.{' '}
        {added + changed > 0 && <Link to="/search">Search them</Link>}
      </p>
      {renamed.length > 0 && (
        <p className="tight">Read as: {renamed.map(({ heading, field }) => `${heading} as ${field}`).join(', ')}.</p>
      )}
      {left.length > 0 && <p className="tight">Left out, not being kept: {left.map(({ heading }) => heading).join(', ')}.</p>}
      {refused.length > 0 && (
        <ul className="feed-rejects">
          {refused.slice(0, 100).map(({ at, listingKey, reason }) => (
            <li key={at}>
              <b className="figure">line {at}</b> {listingKey ? `${listingKey}: ` : ''}
              {reason}
            </li>
          ))}
          {refused.length > 100 && <li>and {number(refused.length - 100)} more</li>}
        </ul>
      )}
    </div>
  );
}

function Coverage() {
  const coverage = useCoverage();
  return (
    <section className="sheet feed-coverage" aria-label="How well fields are filled in">
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
