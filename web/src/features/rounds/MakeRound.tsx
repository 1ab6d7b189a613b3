import { MOST_OF_A_ROUND } from '@perambula/contract';
import { App, Button, Input, Popover } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, isoDay, zone } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { nextSaturday } from './round.rules.js';
import { useAddToRound, useCreateRound, useRounds } from './rounds.api.js';

interface Props {
  readonly keys: readonly string[];
  /** With whom; null where the agent goes alone. */
  readonly clientId: string | null;
  /** The day, where it is known. */
  readonly on?: string;
  /** What the button says. */
  readonly label?: string;
}

/** Makes a round of homes, and goes to it. */
export function MakeRound(props: Props) {
  const [open, setOpen] = useState(false);
  const { keys, label = 'Round …' } = props;
  if (keys.length === 0 || keys.length > MOST_OF_A_ROUND) return null;
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="bottomRight"
      destroyOnHidden
      content={<RoundForm {...props} />}
    >
      <Button>{label}</Button>
    </Popover>
  );
}

function RoundForm({ keys, clientId, on }: Props) {
  const now = useNow();
  const [chosen, setChosen] = useState(on ?? nextSaturday(now, zone()));
  const create = useCreateRound();
  const add = useAddToRound();
  const navigate = useNavigate();
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const open = ({ id }: { readonly id: string }): void => void navigate(`/showings/rounds/${id}`);
  const ahead = (useRounds().data ?? []).filter((round) => round.clientId === clientId && round.on >= calendarDay(now));
  return (
    <div className="popover-form">
      <label className="strong" htmlFor="round-day">
        {keys.length === 1 ? 'One home' : `${keys.length} homes`} in the best order, on
      </label>
      <Input id="round-day" type="date" value={chosen} onChange={({ target }) => setChosen(target.value)} />
      <p className="tight">
        {clientId === null ? 'For you alone, without a client.' : 'With the client whose file this is.'} From 10 am; all of it can
        be changed.
      </p>
      <Button
        type="primary"
        loading={create.isPending}
        disabled={chosen === ''}
        onClick={() => create.mutate({ clientId, on: chosen, listingKeys: keys }, { onSuccess: open, onError })}
      >
        Make the round
      </Button>
      {ahead.map(({ id, name, on: day }) => (
        <button
          type="button"
          key={id}
          className="link"
          onClick={() => add.mutate({ id, listingKeys: keys }, { onSuccess: open, onError })}
        >
          Add to “{name}”, {isoDay(day)}
        </button>
      ))}
    </div>
  );
}
