import { Button, DatePicker, Dropdown, Popover } from 'antd';
import { DateTime } from 'luxon';
import { useState } from 'react';
import { useNow } from '../../shared/clock.api.js';
import { zone } from '../../shared/format.js';

/** Pauses an alert for some weeks, until a day, or until it is resumed. */
export function PauseMenu({ onPause }: { readonly onPause: (until?: string) => void }) {
  const today = DateTime.fromISO(useNow(), { zone: zone() }).startOf('day');
  const [isChoosing, setIsChoosing] = useState(false);
  const until = (day: DateTime): void => onPause(day.toUTC().toISO() ?? undefined);
  const items = [
    { key: '7', label: 'For a week' },
    { key: '14', label: 'For two weeks' },
    { key: 'day', label: 'Until a day …' },
    { key: 'resumed', label: 'Until I resume it' },
  ];
  const choose = (key: string): void => {
    if (key === 'resumed') onPause();
    else if (key === 'day') setIsChoosing(true);
    else until(today.plus({ days: Number(key) }));
  };
  return (
    <Popover
      open={isChoosing}
      onOpenChange={(open) => !open && setIsChoosing(false)}
      trigger="click"
      content={
        <DatePicker
          autoFocus
          placeholder="The day it goes on"
          aria-label="The day on which the alert goes on"
          format="ddd, MMM D"
          disabledDate={(date) => date.format('YYYY-MM-DD') <= (today.toISODate() ?? '')}
          onChange={(date) => date && until(DateTime.fromISO(date.format('YYYY-MM-DD'), { zone: zone() }))}
        />
      }
    >
      <Dropdown trigger={['click']} menu={{ items, onClick: ({ key }) => choose(key) }}>
        <Button>Pause …</Button>
      </Dropdown>
    </Popover>
  );
}
