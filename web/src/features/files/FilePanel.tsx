import type { ClientFile } from '@perambula/contract';
import { CADENCE_LABEL } from '@perambula/core';
import { Button } from 'antd';
import { Link, useNavigate } from 'react-router';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { useDraft, useStartingSearch } from '../searches/index.js';
import { AgreementLine } from './AgreementLine.js';
import { FileMenu } from './FileMenu.js';
import { BusyLine } from './BusyLine.js';
import { HoursLine } from './HoursLine.js';
import { Learned } from './Learned.js';
import { NeedsSaid } from './NeedsSaid.js';
import { People } from './People.js';
import { classesOf } from '../../shared/classes.js';
import filesCss from './files.module.css';
import ownCss from './FilePanel.module.css';

const cx = classesOf(filesCss, ownCss);

interface Props {
  readonly file: ClientFile;
  /** The search whose alert is open beside it. */
  readonly searchId?: string | undefined;
}

/** A client's file: people, searches with their alerts, and shortlists. */
export function FilePanel({ file, searchId }: Props) {
  return (
    <div className={cx('file')}>
      <header className={cx('file-name')}>
        <h1>{file.name}</h1>
        {file.archivedAt && <span className="chip chip-wait">put away</span>}
        <FileMenu file={file} />
      </header>
      <AgreementLine file={file} />
      <HoursLine file={file} />
      <BusyLine file={file} />
      <People file={file} />
      <NeedsSaid file={file} />
      <Searches file={file} searchId={searchId} />
      <Learned file={file} />
      <Shortlists file={file} />
    </div>
  );
}

function Searches({ file, searchId }: Props) {
  const navigate = useNavigate();
  const { open } = useOpenFile();
  const { startNew } = useDraft();
  const starting = useStartingSearch();
  return (
    <section>
      <header className={cx('file-head')}>
        <h2>Searches</h2>
        <Button type="link" size="small" onClick={() => (open(file.id), startNew(file.id, starting), void navigate('/search'))}>
          + New
        </Button>
      </header>
      {file.savedSearches.length === 0 && (
        <p className="soft">A saved search stands here with its alert. Start one with “New”.</p>
      )}
      {file.savedSearches.map(({ id, name, alert }) => (
        <div key={id} className={cx(id === searchId ? 'file-search is-open' : 'file-search')}>
          <Link to={`/search/${id}`} className="strong quiet-link">
            {name}
          </Link>
          <Link to={`/clients/${file.id}/alerts/${id}`} className={cx('file-alert')}>
            {alert === null || alert.state === 'stopped'
              ? 'no alert'
              : alert.state === 'paused'
                ? 'alert paused'
                : CADENCE_LABEL[alert.cadence].toLowerCase()}
          </Link>
        </div>
      ))}
    </section>
  );
}

function Shortlists({ file }: Props) {
  return (
    <section>
      <header className={cx('file-head')}>
        <h2>Shortlists</h2>
      </header>
      {file.shortlists.length === 0 && <p className="soft">Homes put together for a visit or a talk stand here.</p>}
      <div className={cx('file-shortlists')}>
        {file.shortlists.map(({ id, name, homes, keys }) => (
          <Link key={id} to={`/shortlists/${id}`} className={cx('file-shortlist quiet-link')}>
            <span className={cx('file-pictures')}>
              {keys.map((key) => (
                <Picture key={key} listingKey={key} alt="" />
              ))}
            </span>
            <b>{name}</b>
            <span className="tight">
              {homes} {homes === 1 ? 'home' : 'homes'}
            </span>
          </Link>
        ))}
      </div>
    </section>
  );
}
