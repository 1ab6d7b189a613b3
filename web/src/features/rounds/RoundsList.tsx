import type { RoundSummary } from '@perambula/contract';
import { Button } from 'antd';
import { Smartphone } from 'lucide-react';
import { Link } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, isoDay } from '../../shared/format.js';
import { classesOf } from '../../shared/classes.js';
import { useRounds } from './rounds.api.js';
import ownCss from './RoundsList.module.css';

const cx = classesOf(ownCss);

/** The rounds to come, the next one first; nothing while there is none. */
export function RoundsList() {
  const today = calendarDay(useNow());
  const rounds = (useRounds().data ?? []).filter(({ on }) => on >= today).reverse();
  if (rounds.length === 0) return null;
  return (
    <section className={cx('rounds')}>
      <h2>Rounds</h2>
      <ul className="row-list">
        {rounds.map((round) => (
          <RoundLine key={round.id} round={round} />
        ))}
      </ul>
    </section>
  );
}

function RoundLine({ round: { id, name, clientId, clientName, on, homes } }: { readonly round: RoundSummary }) {
  return (
    <li className="row">
      <div className="row-main">
        <Link to={`/showings/rounds/${id}`} className="strong">
          {name}
        </Link>{' '}
        <span className="soft">
          {isoDay(on)} · {homes} {homes === 1 ? 'home' : 'homes'}
        </span>
        {clientId !== null && (
          <p>
            <Link to={`/clients/${clientId}`}>{clientName}</Link>
          </p>
        )}
      </div>
      <div className="row-actions">
        <Button href={`/day/${id}`} icon={<Smartphone size={15} />}>
          On the road
        </Button>
      </div>
    </li>
  );
}
