import type { Round, RoundPlace, RoundSettings } from '@perambula/contract';
import { clockOf } from '@perambula/core';
import { App, Button, Input, Select } from 'antd';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { fromField } from '../../shared/hours.js';
import { messageOf } from '../../shared/http.js';
import { PlaceField } from '../places/index.js';
import { Orders } from './Orders.js';
import { AIM_LABEL } from './round.rules.js';
import { useChangeRound } from './rounds.api.js';
import ownCss from './RoundSettingsForm.module.css';

const cx = classesOf(ownCss);

const LENGTHS = [10, 15, 20, 25, 30, 40, 45, 60].map((minutes) => ({ value: minutes, label: `${minutes} min` }));

const BREAKS = [0, 15, 20, 30, 45, 60, 90].map((minutes) => ({
  value: minutes,
  label: minutes === 0 ? 'none' : `${minutes} min`,
}));
/** When a break begins, until the agent says otherwise, and over how long a span at least, in minutes from midnight. */
const NOON = { from: 12 * 60, until: 13 * 60 + 30 };
const LEAST_SPAN = 5;

/** When and where a round begins and ends, and what its order is good for. */
export function RoundSettingsForm({ round }: { readonly round: Round }) {
  const change = useChangeRound(round.id);
  const { message } = App.useApp();
  const set = (settings: RoundSettings): void =>
    change.mutate(settings, { onError: (error) => void message.error(messageOf(error)) });
  const { begin, end, aim, homes, break: pause } = round;
  const [minutes] = homes.map((home) => home.minutes);
  const isAlike = homes.every((home) => home.minutes === minutes);
  return (
    <section className={cx('settings')} aria-label="How the round goes">
      <label htmlFor="round-name">Name</label>
      <Input
        id="round-name"
        key={round.name}
        defaultValue={round.name}
        maxLength={120}
        onBlur={({ target }) => {
          const typed = target.value.trim();
          if (typed !== '' && typed !== round.name) set({ name: typed });
        }}
        onPressEnter={({ currentTarget }) => currentTarget.blur()}
      />
      <label htmlFor="round-on">Day</label>
      <Input
        id="round-on"
        type="date"
        key={round.on}
        defaultValue={round.on}
        onBlur={({ target }) => target.value !== '' && target.value !== round.on && set({ on: target.value })}
      />
      <TimeOf label="Not to start before" id="round-leave" minutes={round.leaveAt} onSet={(leaveAt) => set({ leaveAt })} />
      <TimeOf label="Back by" id="round-back" minutes={round.backBy} onSet={(backBy) => set({ backBy })} />
      <PlaceOf label="Starts at" place={begin} instead="the first home" onSet={(place) => set({ begin: place })} />
      <PlaceOf label="Ends at" place={end} instead="the last home" onSet={(place) => set({ end: place })} />
      <label htmlFor="round-minutes">Each visit</label>
      <Select
        id="round-minutes"
        value={isAlike ? minutes : undefined}
        placeholder="differs"
        options={LENGTHS}
        onChange={(value) => set({ minutes: value })}
      />
      <label htmlFor="round-break">A break of</label>
      <Select
        id="round-break"
        value={pause?.minutes ?? 0}
        options={BREAKS}
        onChange={(value) => set({ break: value === 0 ? null : { ...(pause ?? NOON), minutes: value } })}
      />
      {pause && (
        <>
          <TimeOf
            label="It begins from"
            id="round-break-from"
            minutes={pause.from}
            onSet={(from) => set({ break: { ...pause, from, until: Math.max(pause.until, from + LEAST_SPAN) } })}
          />
          <TimeOf
            label="and until"
            id="round-break-until"
            minutes={pause.until}
            onSet={(until) => set({ break: { ...pause, until, from: Math.min(pause.from, until - LEAST_SPAN) } })}
          />
        </>
      )}
      <label htmlFor="round-aim">The order is best for</label>
      <Select
        id="round-aim"
        value={aim}
        options={Object.entries(AIM_LABEL).map(([value, label]) => ({ value, label }))}
        onChange={(value: Round['aim']) => set({ aim: value })}
      />
      {homes.length > 1 && (
        <div className={cx('whole')}>
          <Orders round={round} />
        </div>
      )}
    </section>
  );
}

interface TimeProps {
  readonly label: string;
  readonly id: string;
  readonly minutes: number;
  readonly onSet: (minutes: number) => void;
}

function TimeOf({ label, id, minutes, onSet }: TimeProps) {
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        type="time"
        // what is set elsewhere stands here, too
        key={minutes}
        defaultValue={clockOf(minutes)}
        onBlur={({ target }) => {
          const typed = fromField(target.value);
          if (typed !== null && typed !== minutes) onSet(typed);
        }}
        onPressEnter={({ currentTarget }) => currentTarget.blur()}
      />
    </>
  );
}

interface PlaceProps {
  readonly label: string;
  readonly place: RoundPlace | null;
  readonly instead: string;
  readonly onSet: (place: RoundPlace | null) => void;
}

function PlaceOf({ label, place, instead, onSet }: PlaceProps) {
  const [isSought, setSought] = useState(false);
  const chosen = (to: RoundPlace | null): void => {
    setSought(false);
    onSet(to);
  };
  return (
    <>
      <span>{label}</span>
      <div>
        {isSought ? (
          <PlaceField
            label={label}
            placeholder="Ferry Square, or an address"
            onChoose={({ name, at }) => chosen({ name, at })}
            onLeave={() => setSought(false)}
          />
        ) : (
          <Button className={cx('place')} onClick={() => setSought(true)}>
            {place?.name ?? instead}
          </Button>
        )}
        {isSought && place !== null && (
          <button type="button" className="link" onClick={() => chosen(null)}>
            or {instead}
          </button>
        )}
      </div>
    </>
  );
}
