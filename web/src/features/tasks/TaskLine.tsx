import { REPEATS } from '@perambula/contract';
import type { Repeats, Task } from '@perambula/contract';
import { App, Button, Dropdown } from 'antd';
import { Check, Ellipsis } from 'lucide-react';
import { DateTime } from 'luxon';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { offerPutBack } from '../../shared/putBack.js';
import { useAddTask, useChangeTask, useRemoveTask } from './tasks.api.js';
import { daysOver, REPEATS_SAID, sayDue } from './tasks.rules.js';
import ownCss from './Tasks.module.css';

const cx = classesOf(ownCss);

/** One thing to do: ticked off, put off, done again and again, or taken out. */
export function TaskLine({ task, isOfFile = false }: { readonly task: Task; readonly isOfFile?: boolean }) {
  const change = useChangeTask();
  const remove = useRemoveTask();
  const add = useAddTask();
  const { message } = App.useApp();
  const today = calendarDay(useNow());
  const { id, text, home, clientId, clientName, dueOn, repeats, doneAt } = task;
  const fail = (error: Error): void => void message.error(messageOf(error));
  const say = (changes: { done?: boolean; dueOn?: string | null; repeats?: Repeats | null }): void =>
    change.mutate({ id, ...changes }, { onError: fail });
  const putBack = (): void => {
    const of = {
      ...(clientId ? { clientId } : {}),
      ...(home ? { listingKey: home.listingKey } : {}),
      ...(dueOn ? { dueOn } : {}),
      ...(repeats ? { repeats } : {}),
    };
    add.mutate({ text, ...of }, { onError: fail });
  };
  const takeOut = (): void =>
    remove.mutate(id, {
      onSuccess: () => offerPutBack(message, `task-${id}`, `“${text}” was taken out.`, putBack),
      onError: fail,
    });
  const inDays = (days: number): string => DateTime.fromISO(today).plus({ days }).toISODate() ?? today;
  const over = doneAt === null ? daysOver(dueOn, today) : 0;
  return (
    <li className={doneAt ? 'row is-done' : 'row'}>
      <button
        type="button"
        role="checkbox"
        aria-checked={doneAt !== null}
        aria-label={text}
        className={cx('tick')}
        onClick={() => say({ done: doneAt === null })}
      >
        {doneAt && <Check size={13} aria-hidden="true" />}
      </button>
      <div className="row-main">
        <span>{text}</span>
        <p className="soft tight">
          {dueOn && doneAt === null && <span className={cx(over > 0 ? 'chip chip-bad due' : 'due')}>{sayDue(dueOn, today)}</span>}
          {repeats && <span>{REPEATS_SAID[repeats]}</span>}
          {!isOfFile && clientId && <Link to={`/clients/${clientId}`}>{clientName}</Link>}
          {home && <Link to={`/listings/${home.listingKey}`}>{street({ UnparsedAddress: home.address })}</Link>}
        </p>
      </div>
      {doneAt === null && (
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'tomorrow', label: 'Tomorrow', onClick: () => say({ dueOn: inDays(1) }) },
              { key: 'week', label: 'In a week', onClick: () => say({ dueOn: inDays(7) }) },
              ...(dueOn === null
                ? []
                : [
                    { type: 'divider' as const },
                    ...REPEATS.map((each) => ({
                      key: each,
                      label: `Again ${REPEATS_SAID[each]}`,
                      disabled: repeats === each,
                      onClick: () => say({ repeats: each }),
                    })),
                    ...(repeats ? [{ key: 'once', label: 'Once only', onClick: () => say({ repeats: null }) }] : []),
                  ]),
              { type: 'divider' as const },
              { key: 'remove', label: 'Take it out', onClick: takeOut },
            ],
          }}
        >
          <Button type="text" icon={<Ellipsis size={16} />} aria-label={`More about: ${text}`} />
        </Dropdown>
      )}
    </li>
  );
}
