import type { Task } from '@perambula/contract';
import { App, Button, DatePicker, Input } from 'antd';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { firstNames, isoDay } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useClients } from '../clients/index.js';
import { useAddTask, useTickTask } from './today.api.js';
import { classesOf } from '../../shared/classes.js';
import todayCss from './today.module.css';
import ownCss from './Tasks.module.css';

const cx = classesOf(todayCss, ownCss);

const DONE_SHOWN = 3;

/** What is to be done, with the last few that are done, and room for one more. */
export function Tasks({ tasks }: { readonly tasks: readonly Task[] }) {
  const open = tasks.filter(({ doneAt }) => doneAt === null);
  const done = tasks.filter(({ doneAt }) => doneAt !== null);
  return (
    <section className={cx('today-section')}>
      <h2>To follow up</h2>
      <ul className="row-list">
        {[...open, ...done.slice(-DONE_SHOWN)].map((task) => (
          <TaskLine key={task.id} task={task} />
        ))}
      </ul>
      <NewTask />
    </section>
  );
}

function TaskLine({ task }: { readonly task: Task }) {
  const tick = useTickTask();
  const { message } = App.useApp();
  return (
    <li className={task.doneAt ? 'row is-done' : 'row'}>
      <button
        type="button"
        role="checkbox"
        aria-checked={task.doneAt !== null}
        aria-label={task.text}
        className={cx('tick')}
        onClick={() =>
          tick.mutate({ id: task.id, done: task.doneAt === null }, { onError: (error) => void message.error(messageOf(error)) })
        }
      >
        {task.doneAt && <Check size={13} aria-hidden="true" />}
      </button>
      <div className="row-main">
        <span>{task.text}</span>{' '}
        <span className="tight">{[task.clientName, task.dueOn && `by ${isoDay(task.dueOn)}`].filter(Boolean).join(' · ')}</span>
      </div>
    </li>
  );
}

/** One more, for the open file's client if there is one. */
function NewTask() {
  const add = useAddTask();
  const { message } = App.useApp();
  const { clientId } = useOpenFile();
  const client = useClients().data?.find(({ id }) => id === clientId);
  const [text, setText] = useState('');
  const [dueOn, setDueOn] = useState<string | null>(null);
  const leave = (): void => {
    if (text.trim())
      add.mutate(
        { text, ...(clientId ? { clientId } : {}), ...(dueOn ? { dueOn } : {}) },
        { onSuccess: () => (setText(''), setDueOn(null)), onError: (error) => void message.error(messageOf(error)) },
      );
  };
  return (
    <div className={cx('task-new')}>
      <Input
        placeholder={client ? `Something to do for ${firstNames(client.name)}` : 'Something to do'}
        aria-label="New task"
        value={text}
        onChange={({ target }) => setText(target.value)}
        onPressEnter={leave}
      />
      <DatePicker
        placeholder="By"
        format="ddd, MMM D"
        aria-label="By which day"
        onChange={(date) => setDueOn(date ? date.format('YYYY-MM-DD') : null)}
      />
      <Button onClick={leave} loading={add.isPending} disabled={text.trim() === ''}>
        Leave it here
      </Button>
    </div>
  );
}
