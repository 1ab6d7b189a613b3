import type { CameBy } from '@perambula/contract';
import { Button } from 'antd';
import { Link, useNavigate } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { ago } from '../../shared/format.js';
import { useOpenFile } from '../../shared/openFile.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './Visit.module.css';

const cx = classesOf(ownCss);

const VERDICT = { like: 'likes', unsure: 'is unsure of', notForUs: 'says no to' } as const;

/** A client who came by in their portal: what they opened, and what they said. */
export function Visit({ visit, now }: { readonly visit: CameBy; readonly now: string }) {
  const navigate = useNavigate();
  const { open } = useOpenFile();
  const { person, homesOpened, reactions, lastAt } = visit;
  const often = homesOpened[0];
  const first = person.split(' ')[0];
  return (
    <li className={cx('row row-top')}>
      <Avatar name={person} />
      <div className="row-main">
        <span>
          <b>{first}</b>{' '}
          {homesOpened.length > 0
            ? `opened ${homesOpened.length} ${homesOpened.length === 1 ? 'home' : 'homes'}`
            : visit.visits > 0
              ? 'looked in'
              : 'answered'}
          , {ago(lastAt, now)}
          {often && often.times > 1 && (
            <>
              , <b>{often.address.split(',')[0]}</b> {often.times} times
            </>
          )}
        </span>
        {reactions.map(({ listingKey, address, verdict, note }) => (
          <p key={listingKey}>
            {VERDICT[verdict]} <Link to={`/listings/${listingKey}`}>{address}</Link>
            {note && `: “${note}”`}
          </p>
        ))}
      </div>
      <div className="row-actions">
        <Button onClick={() => (open(visit.clientId), void navigate(`/clients/${visit.clientId}`))}>Open the file</Button>
      </div>
    </li>
  );
}
