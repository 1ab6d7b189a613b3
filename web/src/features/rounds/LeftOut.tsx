import type { LeftOutHome, Round } from '@perambula/contract';
import { sayMinutes } from '@perambula/core';
import { App, Button } from 'antd';
import { X } from 'lucide-react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { sayChange } from './round.rules.js';
import { useChangeRound, useRemoveRoundHome, useReorderRound } from './rounds.api.js';
import ownCss from './LeftOut.module.css';

const cx = classesOf(ownCss);

/** Homes that the round has no time for, each with the smallest change by which it would. */
export function LeftOut({ round }: { readonly round: Round }) {
  if (round.leftOut.length === 0) return null;
  return (
    <section className={cx('left-out')}>
      <h3>No time for {round.leftOut.length === 1 ? 'this one' : 'these'}</h3>
      <ul className="row-list">
        {round.leftOut.map((home) => (
          <OneLeftOut key={home.id} round={round} home={home} />
        ))}
      </ul>
    </section>
  );
}

function OneLeftOut({ round, home }: { readonly round: Round; readonly home: LeftOutHome }) {
  const change = useChangeRound(round.id);
  const reorder = useReorderRound(round.id);
  const remove = useRemoveRoundHome(round.id);
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const name = street({ UnparsedAddress: home.address });
  const { change: smallest } = home;
  return (
    <li className="row">
      <div className="row-main">
        <Link to={`/listings/${home.listingKey}`} className="strong">
          {name}
        </Link>{' '}
        {sayChange(home)}
        {home.instructions && <p className="soft">“{home.instructions}”</p>}
      </div>
      <div className="row-actions">
        {smallest && (
          <Button
            loading={change.isPending}
            onClick={() =>
              change.mutate(smallest.what === 'break' ? { break: null } : { [smallest.what]: smallest.to }, { onError })
            }
          >
            {smallest.what === 'leaveAt' && `Start at ${sayMinutes(smallest.to)}`}
            {smallest.what === 'backBy' && `Back by ${sayMinutes(smallest.to)}`}
            {smallest.what === 'break' && 'Without the break'}
            {smallest.what === 'minutes' && `${smallest.to} minutes each`}
          </Button>
        )}
        <Button
          onClick={() => reorder.mutate([...round.homes.map(({ id }) => id), home.id], { onError })}
          loading={reorder.isPending}
        >
          Put it in all the same
        </Button>
        <Button
          type="text"
          aria-label={`Take ${name} off the round`}
          icon={<X size={15} />}
          onClick={() => remove.mutate(home.id, { onError })}
        />
      </div>
    </li>
  );
}
