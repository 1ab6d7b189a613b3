import type { FileReport } from '@perambula/contract';
import { App, Button, Popconfirm, Segmented, Upload } from 'antd';
import { FileUp } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { thousands } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useAgent } from '../sessions/index.js';
import { useOwnListings, useReadFile, useRemoveOwn } from './feed.api.js';
import type { FileFor } from './feed.api.js';
import { classesOf } from '../../shared/classes.js';
import feedCss from './feed.module.css';
import ownCss from './ListingFiles.module.css';

const cx = classesOf(feedCss, ownCss);

/** Files of listings: an agent's own, which nobody else sees, and an administrator's for everybody. */
export function ListingFiles() {
  const isAdministrator = useAgent().data?.role === 'administrator';
  const [whose, setWhose] = useState<FileFor>('own');
  const readFile = useReadFile();
  const { message } = App.useApp();
  const [report, setReport] = useState<{ name: string; report: FileReport } | null>(null);
  const take = (file: File): false => {
    // one after the other; what was said of the last does not stand for the next
    if (readFile.isPending) return false;
    setReport(null);
    readFile.mutate(
      { file, whose },
      {
        onSuccess: (result) => setReport({ name: file.name, report: result }),
        onError: (error) => void message.error(messageOf(error), 8),
      },
    );
    return false;
  };
  return (
    <section className="sheet" aria-label="A file of your own">
      <h2>A file of your own</h2>
      {isAdministrator && (
        <Segmented<FileFor>
          aria-label="Who sees its listings"
          value={whose}
          onChange={setWhose}
          options={[
            { value: 'own', label: 'Only I see them' },
            { value: 'all', label: 'Everybody sees them' },
          ]}
        />
      )}
      <p className={cx('soft feed-whose')}>
        {whose === 'own'
          ? 'Homes that you know of, in your searches only. No client, alert or colleague is told of them.'
          : 'They are searched by every agent, and told to clients like the feed’s.'}
      </p>
      <Upload.Dragger accept=".csv,.json,text/csv,application/json" showUploadList={false} beforeUpload={take}>
        <p>
          <FileUp size={20} aria-hidden="true" />
        </p>
        <p>{readFile.isPending ? 'Reading …' : 'Choose a CSV or JSON file, or drop it here'}</p>
        <p className="tight">Headings by RESO names: ListingKey, PropertyType, StandardStatus, ListPrice, …</p>
      </Upload.Dragger>
      {report && <Report {...report} />}
      <OwnThere />
    </section>
  );
}

/** How many listings of one's own are there, and a way to take them out. */
function OwnThere() {
  const own = useOwnListings();
  const remove = useRemoveOwn();
  const { message } = App.useApp();
  if (!own.data || own.data.listings === 0) return null;
  const { listings } = own.data;
  return (
    <p className={cx('feed-own')}>
      <span>
        <b>{thousands(listings)}</b> {listings === 1 ? 'listing' : 'listings'} of your own {listings === 1 ? 'is' : 'are'} in your
        searches.
      </span>
      <Popconfirm
        title="Take out all listings of your own?"
        description="Nothing of them is kept here; your file can be read again."
        okText="Take them out"
        cancelText="Keep them"
        placement="bottomLeft"
        classNames={{ root: cx('feed-confirm') }}
        onConfirm={() => remove.mutate(undefined, { onError: (error) => void message.error(messageOf(error), 8) })}
      >
        <Button size="small" loading={remove.isPending}>
          Take them out …
        </Button>
      </Popconfirm>
    </p>
  );
}

function Report({ name, report }: { readonly name: string; readonly report: FileReport }) {
  const { read, added, changed, same, refused, fields } = report;
  const left = fields.filter(({ field }) => field === null);
  const renamed = fields.filter(({ heading, field }) => field !== null && field !== heading);
  return (
    <div className={cx('feed-report')} role="status">
      <h3>{name}</h3>
      <p>
        {thousands(read)} read: <b>{thousands(added)} new</b>, {thousands(changed)} changed, {thousands(same)} as they were,{' '}
        <b className={refused.length > 0 ? 'is-failing' : ''}>{thousands(refused.length)} refused</b>.{' '}
        {added + changed > 0 && <Link to="/search">Search them</Link>}
      </p>
      {renamed.length > 0 && (
        <p className="tight">Read as: {renamed.map(({ heading, field }) => `${heading} as ${field}`).join(', ')}.</p>
      )}
      {left.length > 0 && <p className="tight">Left out, not being kept: {left.map(({ heading }) => heading).join(', ')}.</p>}
      {refused.length > 0 && (
        <ul className={cx('feed-rejects')}>
          {refused.slice(0, 100).map(({ at, listingKey, reason }) => (
            <li key={at}>
              <b className="figure">line {at}</b> {listingKey ? `${listingKey}: ` : ''}
              {reason}
            </li>
          ))}
          {refused.length > 100 && <li>and {thousands(refused.length - 100)} more</li>}
        </ul>
      )}
    </div>
  );
}
