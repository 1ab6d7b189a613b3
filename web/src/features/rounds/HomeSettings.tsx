import type { Round, RoundHome, RoundHomeChange } from '@perambula/contract';
import { clockOf, USUAL_HOURS } from '@perambula/core';
import { App, Button, Input, Popover, Select, Space } from 'antd';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { street } from '../../shared/format.js';
import { fromField } from '../../shared/hours.js';
import { messageOf } from '../../shared/http.js';
import { sayHours, sayLikely } from './round.rules.js';
import { useChangeRoundHome, useRemoveRoundHome } from './rounds.api.js';

interface Props {
  readonly round: Round;
  readonly home: RoundHome;
  readonly name: string;
}

/** What the agent says of one home of the round: its hours, how long its visit takes, whether it comes first or last. */
export function HomeSettings(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      placement="leftTop"
      destroyOnHidden
      content={<Form {...props} onDone={() => setOpen(false)} />}
    >
      <Button type="text" icon={<Ellipsis size={16} />} aria-label={`Change the visit to ${props.name}`} />
    </Popover>
  );
}

const PLACES = [
  { value: 'any', label: 'Wherever it fits best' },
  { value: 'first', label: 'Before all others' },
  { value: 'last', label: 'After all others' },
] as const;

function Form({ round, home, onDone }: Props & { readonly onDone: () => void }) {
  const change = useChangeRoundHome(round.id);
  const remove = useRemoveRoundHome(round.id);
  const { message } = App.useApp();
  const onError = (error: Error): void => void message.error(messageOf(error));
  const set = (what: RoundHomeChange): void => change.mutate({ homeId: home.id, ...what }, { onError });
  const span = home.open[0] ?? USUAL_HOURS;
  const [hours, setHours] = useState({ from: clockOf(span.from), until: clockOf(span.until) });
  const { id, hoursBy, instructions, minutes, place } = home;
  const isAgreed = hoursBy === 'office';
  const isPassedBy = round.clientId === null;
  const [from, until] = [fromField(hours.from), fromField(hours.until)];
  return (
    <div className="popover-form">
      {instructions && <p>“{instructions}”</p>}
      {isAgreed && <p className="soft">The office agreed to its time. To have another, ask for it under showings.</p>}
      {isPassedBy && <p className="soft">You pass by it, at any hour: no office is asked.</p>}
      {!isAgreed && !isPassedBy && (
        <>
          <span className="strong">
            Seen {home.open.length > 0 ? home.open.map(sayHours).join(', ') : 'not at all that day'}
            <span className="soft">{BY[hoursBy]}</span>
          </span>
          <Space.Compact block>
            <Input
              type="time"
              aria-label="Seen from"
              value={hours.from}
              onChange={({ target }) => setHours({ ...hours, from: target.value })}
            />
            <Input
              type="time"
              aria-label="Seen until"
              value={hours.until}
              onChange={({ target }) => setHours({ ...hours, until: target.value })}
            />
          </Space.Compact>
          <Button
            disabled={from === null || until === null || from >= until}
            onClick={() => from !== null && until !== null && set({ hours: { from, until } })}
          >
            Set these hours
          </Button>
          <p className="soft">{sayLikely(home)}</p>
          {hoursBy === 'agent' && (
            <button type="button" className="link" onClick={() => set({ hours: null })}>
              Go by its listing again
            </button>
          )}
        </>
      )}
      <label htmlFor={`minutes-${id}`}>The visit takes</label>
      <Select
        id={`minutes-${id}`}
        value={minutes}
        disabled={isAgreed}
        options={[10, 15, 20, 25, 30, 40, 45, 60, 90].map((value) => ({ value, label: `${value} minutes` }))}
        onChange={(value) => set({ minutes: value })}
      />
      <label htmlFor={`place-${id}`}>It comes</label>
      <Select
        id={`place-${id}`}
        value={place ?? 'any'}
        options={[...PLACES]}
        onChange={(value: (typeof PLACES)[number]['value']) => set({ place: value === 'any' ? null : value })}
      />
      {(['before', 'beside'] as const).map((tie) => (
        <Tied key={tie} round={round} home={home} tie={tie} onSet={set} />
      ))}
      <Button danger type="text" onClick={() => remove.mutate(id, { onSuccess: onDone, onError })}>
        Take it off the round
      </Button>
    </div>
  );
}

const TIES = { before: 'It is seen before', beside: 'Right beside' } as const;

interface TiedProps extends Pick<Props, 'round' | 'home'> {
  readonly tie: keyof typeof TIES;
  readonly onSet: (what: RoundHomeChange) => void;
}

/** Another home to which the order binds this one. */
function Tied({ round, home, tie, onSet }: TiedProps) {
  const others = [...round.homes, ...round.leftOut].filter(({ id }) => id !== home.id);
  if (others.length === 0) return null;
  return (
    <>
      <label htmlFor={`${tie}-${home.id}`}>{TIES[tie]}</label>
      <Select
        id={`${tie}-${home.id}`}
        value={home[tie] ?? ''}
        options={[
          { value: '', label: 'none in particular' },
          ...others.map(({ id, address }) => ({ value: id, label: street({ UnparsedAddress: address }) })),
        ]}
        onChange={(value) => onSet({ [tie]: value || null })}
      />
    </>
  );
}

const BY = {
  office: '',
  agent: ', as you said',
  instructions: ', as its listing says',
  client: ', since they cannot come at other hours',
  nobody: ', assumed: its listing says nothing',
} as const;
