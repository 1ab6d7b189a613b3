import type { WorthAWord as Worth } from '@perambula/contract';
import { Button } from 'antd';
import { Link, useNavigate } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { classesOf } from '../../shared/classes.js';
import { useOpenFile } from '../../shared/openFile.js';
import ownCss from './WorthAWord.module.css';

const cx = classesOf(ownCss);

const SAID: Readonly<Record<Worth['kind'], string>> = {
  cameByPage: 'came by your page',
  returns: 'keeps coming back to',
  quiet: 'has gone quiet',
  neverOpened: 'never opened a message',
};

/** Somebody to write to or call, why, and what may wake them. */
export function WorthAWord({ worth }: { readonly worth: Worth }) {
  const { clientId, person, kind, why, home, wakers } = worth;
  const navigate = useNavigate();
  const { open } = useOpenFile();
  const send = (keys: readonly string[]): void => {
    open(clientId);
    void navigate(`/send?to=${clientId}&homes=${keys.join(',')}`);
  };
  const homes = [...(home ? [home] : []), ...wakers.flatMap((each) => each.home ?? [])];
  return (
    <li className="row">
      <Avatar name={person} />
      <div className="row-main">
        <span>
          <Link to={`/clients/${clientId}`} className="strong quiet-link">
            {person}
          </Link>{' '}
          {SAID[kind]} {home && <Link to={`/listings/${home.listingKey}`}>{home.address}</Link>}
        </span>
        <p>{why}.</p>
        {wakers.length > 0 && (
          <ul className={cx('wakers')} aria-label={`What may wake ${person}`}>
            {wakers.map(({ text, home: about }) => (
              <li key={text}>{about ? <Link to={`/listings/${about.listingKey}`}>{text}</Link> : text}</li>
            ))}
          </ul>
        )}
      </div>
      <div className="row-actions">
        {homes.length > 0 && <Button onClick={() => send(homes.map(({ listingKey }) => listingKey))}>Write …</Button>}
        <Button onClick={() => (open(clientId), void navigate(`/clients/${clientId}`))}>Open the file</Button>
      </div>
    </li>
  );
}
