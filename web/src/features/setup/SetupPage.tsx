import type { FeedState, Setup } from '@perambula/contract';
import { Button } from 'antd';
import { Check, CircleDashed, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { deployment } from '../../shared/deployment.js';
import { thousands } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useFeed } from '../feed/index.js';
import { useSetup, useTestMessage } from './setup.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './SetupPage.module.css';

const cx = classesOf(ownCss);

type State = 'done' | 'open' | 'failing';

/** What an administrator sees to when a copy is new: the feed, mail and the county's files, and whether each works. */
export function SetupPage() {
  const setup = useSetup();
  const feed = useFeed();
  const failed = setup.error ?? feed.error;
  if (failed) return <Failed error={failed} retry={() => void Promise.all([setup.refetch(), feed.refetch()])} />;
  if (!setup.data || !feed.data) return <Waiting what="Looking at each part …" />;
  return (
    <div className={cx('setup page')}>
      <header>
        <h1>Setting up</h1>
        <p className="soft">
          What {deployment().place}’s copy works with. Each part can be tried here before clients depend on it.
        </p>
      </header>
      <ol>
        <FeedPart feed={feed.data} />
        <MailPart mail={setup.data.mail} />
        <RecordPart record={setup.data.record} />
        <FilesPart files={setup.data.files} />
      </ol>
    </div>
  );
}

function Part({ state, title, children }: { readonly state: State; readonly title: string; readonly children: React.ReactNode }) {
  const Icon = { done: Check, open: CircleDashed, failing: TriangleAlert }[state];
  const says = { done: 'works', open: 'not tried yet', failing: 'does not work' }[state];
  return (
    <li className="sheet">
      <span className={cx(`setup-mark is-${state}`)}>
        <Icon size={18} aria-label={says} />
      </span>
      <div>
        <h2>{title}</h2>
        {children}
      </div>
    </li>
  );
}

function FeedPart({ feed }: { readonly feed: FeedState }) {
  const { address, failure, hasReadAll, listings } = feed;
  const state: State = failure ? 'failing' : address && hasReadAll ? 'done' : 'open';
  return (
    <Part state={state} title="Listings">
      <p>
        {failure ??
          (address === null
            ? 'No feed is read yet. Name one, look at its first listings, and read it.'
            : hasReadAll
              ? `${thousands(listings.onMarket)} listings on the market, from ${address}.`
              : `Being read for the first time, from ${address}.`)}
      </p>
      <Link to="/feed">Where listings come from</Link>
    </Part>
  );
}

function MailPart({ mail }: { readonly mail: Setup['mail'] }) {
  const test = useTestMessage();
  const failure = test.isError ? messageOf(test.error) : test.data ? null : mail.failure;
  const state: State = failure ? 'failing' : test.data ? 'done' : 'open';
  return (
    <Part state={state} title="Mail">
      <p aria-live="polite" className={failure ? 'problem' : undefined}>
        {failure ??
          (test.data
            ? `The mail server took it. See whether it arrives at ${test.data.to}.`
            : `Messages go out from ${mail.from}, over ${mail.server}.`)}
      </p>
      <p className="tight">
        {mail.takesBounces
          ? 'Messages that come back are handed on, and their addresses are not written to until they are confirmed anew.'
          : 'Messages that come back are not handed on; see BOUNCE_TOKEN in the settings.'}
      </p>
      <Button disabled={test.isPending} onClick={() => test.mutate()}>
        {test.isPending ? 'Sending it …' : 'Send me a message'}
      </Button>
    </Part>
  );
}

function RecordPart({ record }: { readonly record: Setup['record'] }) {
  const { from, parcels, refused, reasons, failure } = record;
  const isRead = from === 'county' || (from === 'file' && parcels !== null);
  return (
    <Part state={failure ? 'failing' : isRead ? 'done' : 'open'} title="Public record">
      {failure && <p className="problem">{failure}</p>}
      <p>
        {from === null
          ? 'None is read. Name the assessor’s file by ASSESSOR_FILE in the settings: CSV or GeoJSON, a row for each parcel.'
          : from === 'county'
            ? 'From the demo’s county.'
            : parcels === null
              ? 'The assessor’s file is being read.'
              : `${thousands(parcels)} parcels, from the assessor’s file.`}
      </p>
      {refused > 0 && (
        <details>
          <summary>{`${thousands(refused)} ${refused === 1 ? 'row was' : 'rows were'} set aside`}</summary>
          <ul className="tight">
            {reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
        </details>
      )}
    </Part>
  );
}

function FilesPart({ files }: { readonly files: Setup['files'] }) {
  const missing = files.filter(({ isThere }) => !isThere).length;
  return (
    <Part state={missing === 0 ? 'done' : 'open'} title="The county’s files">
      <p>{missing === 0 ? 'All are there.' : 'What a missing file is for is left out; everything else works.'}</p>
      <ul className={cx('setup-files')}>
        {files.map(({ name, isFor, isThere }) => (
          <li key={name} className={isThere ? undefined : 'is-missing'}>
            <code>{name}</code> {isFor}
            <span className="tight">{isThere ? 'there' : 'missing'}</span>
          </li>
        ))}
      </ul>
    </Part>
  );
}
