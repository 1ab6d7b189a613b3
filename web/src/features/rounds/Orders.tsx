import type { Round, RoundOrder } from '@perambula/contract';
import { AIMS, sayMinutes } from '@perambula/core';
import type { Aim } from '@perambula/core';
import { App, Button } from 'antd';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { messageOf } from '../../shared/http.js';
import { AIM_LABEL } from './round.rules.js';
import { useOrderFor, useTakeOrder } from './rounds.api.js';
import ownCss from './Orders.module.css';

const cx = classesOf(ownCss);

/** The best order by each aim beside the others, to choose one from. */
export function Orders({ round }: { readonly round: Round }) {
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <button type="button" className="link" onClick={() => setOpen(true)}>
        Best orders side by side
      </button>
    );
  return (
    <div className={cx('scroll')}>
      <table className={cx('orders')}>
        <caption>Best orders</caption>
        <thead>
          <tr>
            <th scope="col">Best for</th>
            <th scope="col">Over at</th>
            <th scope="col">Driving</th>
            <th scope="col">Homes</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {AIMS.map((aim) => (
            <OneOrder key={aim} round={round} aim={aim} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function OneOrder({ round, aim }: { readonly round: Round; readonly aim: Aim }) {
  const found = useOrderFor(round, aim);
  const take = useTakeOrder(round.id);
  const { message } = App.useApp();
  const isTaken = !round.isOwnOrder && round.aim === aim;
  return (
    <tr>
      <th scope="row">{AIM_LABEL[aim]}</th>
      {found.data ? (
        <Figures order={found.data} />
      ) : (
        <td colSpan={3} className="soft">
          {found.isError ? messageOf(found.error) : 'Looking for it …'}
        </td>
      )}
      <td>
        {isTaken ? (
          <span className="soft">as it is</span>
        ) : (
          <Button
            size="small"
            loading={take.isPending}
            aria-label={`Take the order: ${AIM_LABEL[aim]}`}
            onClick={() => take.mutate(aim, { onError: (error) => void message.error(messageOf(error)) })}
          >
            Take it
          </Button>
        )}
      </td>
    </tr>
  );
}

function Figures({ order: { homes, leftOut, backAt, driving, unlikely } }: { readonly order: RoundOrder }) {
  return (
    <>
      <td className="figure">{sayMinutes(backAt)}</td>
      <td className="figure">{Math.round(driving)} min</td>
      <td>
        <span className="figure">{homes}</span>
        {leftOut > 0 && <span className={cx('lost')}> of {homes + leftOut}</span>}
        {unlikely > 0 && (
          <span className="soft" title="Visits at hours to which offices agree less readily">
            , {unlikely} less likely
          </span>
        )}
      </td>
    </>
  );
}
