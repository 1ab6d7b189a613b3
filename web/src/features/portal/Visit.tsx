import type { PortalHome } from '@perambula/contract';
import { useState } from 'react';
import { clockTime, day } from '../../shared/format.js';
import { classesOf } from '../../shared/classes.js';
import { Chips } from './Chips.js';
import { Problem } from './Problem.js';
import { useAskToSee } from './portal.api.js';
import { isSeen, sayTimes } from './portal.rules.js';
import portalCss from './portal.module.css';
import ownCss from './Visit.module.css';

const cx = classesOf(portalCss, ownCss);

interface Props {
  readonly home: PortalHome;
  /** When the agent could show it, ISO 8601; none where they are not known. */
  readonly times: readonly string[];
  readonly now: string;
}

/** When a home is seen; or the wish to see it, at one of the agent's times or another. */
export function Visit({ home, times, now }: Props) {
  const { listingKey, showing } = home;
  if (showing?.state === 'confirmed' && showing.startAt)
    return (
      <p className={cx('visit')}>
        {isSeen(home, now) ? 'You saw it' : 'You see it'} {day(showing.startAt)} at {clockTime(showing.startAt)}
      </p>
    );
  if (showing?.state === 'asked')
    return <p className={cx('visit is-waiting')}>You asked to see it; your agent will propose a time</p>;
  if (showing?.state === 'proposed')
    return <p className={cx('visit is-waiting')}>Your agent has asked the listing office for a time</p>;
  return <Wish homeKey={listingKey} times={times} />;
}

function Wish({ homeKey, times }: { readonly homeKey: string; readonly times: readonly string[] }) {
  const ask = useAskToSee(homeKey);
  const [isOpen, setOpen] = useState(false);
  const [chosen, choose] = useState<readonly string[]>([]);
  const [words, setWords] = useState('');
  if (!isOpen)
    return (
      <button type="button" className={cx('portal-button is-wide')} onClick={() => setOpen(true)}>
        Ask to see it
      </button>
    );
  const wish = [sayTimes(chosen), words.trim()].filter(Boolean).join('; ');
  return (
    <form className={cx('wish')} onSubmit={(event) => (event.preventDefault(), ask.mutate(wish))}>
      {times.length > 0 && (
        <Chips
          label="Times that suit you"
          choices={new Map(times.map((time) => [time, sayTimes([time])]))}
          chosen={chosen}
          onToggle={(time) => choose(chosen.includes(time) ? chosen.filter((each) => each !== time) : [...chosen, time])}
        />
      )}
      <div className={cx('portal-own')}>
        <label className="sr-only" htmlFor={`wish-${homeKey}`}>
          When would suit you?
        </label>
        <input
          id={`wish-${homeKey}`}
          autoFocus={times.length === 0}
          value={words}
          maxLength={300}
          placeholder={times.length > 0 ? 'Or when else? Thursday after 4' : 'When would suit? Thursday after 4'}
          onChange={({ target }) => setWords(target.value)}
        />
        <button type="submit" className={cx('portal-button is-main')} disabled={ask.isPending}>
          Ask
        </button>
      </div>
      <Problem error={ask.error} />
    </form>
  );
}
