import type { Task } from '@perambula/contract';
import { classesOf } from '../../shared/classes.js';
import { Failed } from '../../shared/Waiting.js';
import { NewTask } from './NewTask.js';
import { TaskLine } from './TaskLine.js';
import { useTasks } from './tasks.api.js';
import ownCss from './Tasks.module.css';

const cx = classesOf(ownCss);

const DONE_SHOWN = 3;

/** What is to be done, with the last few that are done, and room for one more. */
export function Tasks({ tasks, isOfFile = false }: { readonly tasks: readonly Task[]; readonly isOfFile?: boolean }) {
  const open = tasks.filter(({ doneAt }) => doneAt === null);
  const done = tasks.filter(({ doneAt }) => doneAt !== null);
  return (
    <section className={cx('tasks')}>
      <h2>To follow up</h2>
      <ul className="row-list">
        {[...open, ...done.slice(-DONE_SHOWN)].map((task) => (
          <TaskLine key={task.id} task={task} isOfFile={isOfFile} />
        ))}
      </ul>
      <NewTask />
    </section>
  );
}

/** The same of one client, whose file is open. */
export function TasksOfFile({ clientId }: { readonly clientId: string }) {
  const tasks = useTasks();
  if (tasks.isError) return <Failed error={tasks.error} retry={() => void tasks.refetch()} />;
  return <Tasks tasks={(tasks.data ?? []).filter((task) => task.clientId === clientId)} isOfFile />;
}
