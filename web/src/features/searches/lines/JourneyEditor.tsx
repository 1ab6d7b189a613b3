import { sayPlace } from '@perambula/core';
import type { Day, Travel, Way } from '@perambula/core';
import { Input, Segmented, Select } from 'antd';
import { useState } from 'react';
import { PlaceField } from '../../places/index.js';
import { arriving, reversed, withPlace } from './journey.rules.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './JourneyEditor.module.css';

const cx = classesOf(lineCss, ownCss);

interface Props {
  readonly travel: Travel;
  readonly name: string | undefined;
  readonly onChange: (travel: Travel, name: string | undefined) => void;
}

const DAYS: readonly { readonly value: Day; readonly label: string }[] = [
  { value: 'weekday', label: 'a working day' },
  { value: 'saturday', label: 'a Saturday' },
  { value: 'sunday', label: 'a Sunday' },
];

/** How and when the journey of a line is made, and where it goes: under the line's minutes. */
export function JourneyEditor({ travel, name, onChange }: Props) {
  const { by } = travel;
  return (
    <div className={cx('journey')} role="group" aria-label="The journey">
      <JourneyPlace {...{ travel, name, onChange }} />
      <Segmented<Way>
        size="small"
        value={by}
        aria-label="By car or on foot"
        options={[
          { value: 'car', label: 'by car' },
          { value: 'foot', label: 'on foot' },
        ]}
        onChange={(next) => onChange({ ...travel, by: next }, name)}
      />
      {by === 'car' && <JourneyTime {...{ travel, name, onChange }} />}
      <p className={cx('line-hint')}>
        {by === 'car'
          ? 'On the county’s streets, with the traffic of that hour.'
          : 'Along streets and paths at three miles an hour.'}
      </p>
    </div>
  );
}

/** Where it goes, or comes from. */
function JourneyPlace({ travel, name, onChange }: Props) {
  const [moving, setMoving] = useState(false);
  if (moving)
    return (
      <PlaceField
        label="Another place"
        onLeave={() => setMoving(false)}
        onChoose={(place) => {
          setMoving(false);
          onChange(withPlace(travel, place.at), place.name);
        }}
      />
    );
  return (
    <span className={cx('journey-place')}>
      <button
        type="button"
        className="link"
        onClick={() => setMoving(true)}
        aria-label={`${sayPlace(travel, name)}. Another place`}
      >
        {sayPlace(travel, name)}
      </button>
      <button type="button" className="link" onClick={() => onChange(reversed(travel), name)}>
        {travel.to ? 'the way home instead' : 'the way there instead'}
      </button>
    </span>
  );
}

/** When one arrives or leaves, and on what day. */
function JourneyTime({ travel, name, onChange }: Props) {
  const { on, arriveBy, leaveAt } = travel;
  const isArrival = arriveBy !== undefined;
  return (
    <span className={cx('journey-when')}>
      <Select
        size="small"
        aria-label="Arriving or leaving"
        value={isArrival}
        options={[
          { value: true, label: travel.to ? 'there by' : 'home by' },
          { value: false, label: 'leaving at' },
        ]}
        onChange={(next) => onChange(arriving(travel, next), name)}
      />
      <Input
        size="small"
        type="time"
        aria-label="Time of day"
        value={arriveBy ?? leaveAt}
        onChange={({ target }) =>
          target.value !== '' &&
          onChange({ ...travel, ...(isArrival ? { arriveBy: target.value } : { leaveAt: target.value }) }, name)
        }
      />
      <Select
        size="small"
        aria-label="On what day"
        value={on}
        options={[...DAYS]}
        onChange={(next) => onChange({ ...travel, on: next }, name)}
      />
    </span>
  );
}
