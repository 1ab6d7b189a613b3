import type { Round, Task } from '@perambula/contract';
import { App, Button } from 'antd';
import { Check } from 'lucide-react';
import { DateTime } from 'luxon';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, clockTime, isoDay, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useLearned } from '../learned/index.js';
import { useAddTask, useTasks } from '../tasks/index.js';
import { isRefused, nextSteps, sayThinks, taskOf, writtenOf } from './afterwards.rules.js';
import type { NextStep, Written } from './afterwards.rules.js';
import { useDropHome, useRoundDay } from './rounds.api.js';
import ownCss from './Afterwards.module.css';

const cx = classesOf(ownCss);

/** What was written on the road, home by home, and what comes next; nothing before the day, or while nothing was written. */
export function Afterwards({ round }: { readonly round: Round }) {
  const day = useRoundDay(round.id, round.on <= calendarDay(useNow())).data;
  const tasks = useTasks().data ?? [];
  const written = day ? writtenOf(day) : [];
  if (written.length === 0) return null;
  return (
    <section className={cx('afterwards')} aria-labelledby="afterwards">
      <h2 id="afterwards">What was said</h2>
      <ul>
        {written.map((each) => (
          <Home key={each.home.id} round={round} written={each} tasks={tasks} />
        ))}
      </ul>
      {round.clientId !== null && <OfTheSearch clientId={round.clientId} />}
    </section>
  );
}

/** What all that they said of homes speaks for changing in their searches. */
function OfTheSearch({ clientId }: { readonly clientId: string }) {
  const changes = useLearned(clientId).data?.changes ?? [];
  if (changes.length === 0) return null;
  return (
    <p>
      Their answers so far speak for{' '}
      {changes.map(({ key, label, after, searchName }, i) => (
        <span key={key}>
          {i > 0 && '; '}
          <b>
            {label}: {after}
          </b>{' '}
          in “{searchName}”
        </span>
      ))}
      . <Link to={`/clients/${clientId}#learned`}>See what it rests on</Link>
    </p>
  );
}

interface HomeProps {
  readonly round: Round;
  readonly written: Written;
  readonly tasks: readonly Task[];
}

function Home({ round, written, tasks }: HomeProps) {
  const { home, seenAt, thinks, words, photographs } = written;
  return (
    <li>
      <p>
        <Link to={`/listings/${home.listingKey}`} className="quiet-link strong">
          {street({ UnparsedAddress: home.address })}
        </Link>{' '}
        <span className="soft figure">{seenAt && `seen at ${clockTime(seenAt)}`}</span>
      </p>
      {thinks.length > 0 && <p>{sayThinks(thinks)}</p>}
      {thinks
        .filter(({ note }) => note !== '')
        .map(({ name, note }) => (
          <p key={name}>
            {name}: “{note}”
          </p>
        ))}
      {words.map(({ id, text }) => (
        <p key={id}>“{text}”</p>
      ))}
      {photographs.length > 0 && (
        <p className={cx('photographs')}>
          {photographs.map(({ id, text }) => (
            <a key={id} href={`/api/rounds/${round.id}/notes/${id}/picture`} target="_blank" rel="noreferrer">
              <img src={`/api/rounds/${round.id}/notes/${id}/picture`} alt={text || `A photograph of ${home.address}`} />
            </a>
          ))}
        </p>
      )}
      <div className={cx('next')}>
        {nextSteps(written).map((step) => (
          <Step
            key={step.label}
            round={round}
            listingKey={home.listingKey}
            step={step}
            task={taskOf(tasks, home.listingKey, step)}
          />
        ))}
        {round.clientId !== null && isRefused(thinks) && <Drop clientId={round.clientId} listingKey={home.listingKey} />}
      </div>
    </li>
  );
}

interface StepProps {
  readonly round: Round;
  readonly listingKey: string;
  readonly step: NextStep;
  readonly task: Task | undefined;
}

/** One next step: a button, and then the task that it became. */
function Step({ round: { clientId }, listingKey, step, task }: StepProps) {
  const add = useAddTask();
  const { message } = App.useApp();
  const today = calendarDay(useNow());
  if (task)
    return (
      <span className={cx('chip chip-calm')}>
        <Check size={12} aria-hidden="true" /> {step.label}
        {task.doneAt === null && task.dueOn && `, by ${isoDay(task.dueOn)}`}
      </span>
    );
  const leave = (): void => {
    const dueOn = DateTime.fromISO(today).plus({ days: step.days }).toISODate() ?? today;
    add.mutate(
      { text: step.text, listingKey, dueOn, ...(clientId ? { clientId } : {}) },
      { onError: (error) => void message.error(messageOf(error)) },
    );
  };
  return (
    <Button size="small" loading={add.isPending} onClick={leave}>
      {step.label}
    </Button>
  );
}

/** Drops a home that nobody wants from the client's shortlists. */
function Drop({ clientId, listingKey }: { readonly clientId: string; readonly listingKey: string }) {
  const drop = useDropHome(clientId);
  const { message } = App.useApp();
  return (
    <Button
      size="small"
      loading={drop.isPending}
      onClick={() =>
        drop.mutate(listingKey, {
          onSuccess: (lists) =>
            void message.success(
              lists === 0 ? 'It stands on none of their shortlists any more.' : 'Dropped: they did not want it.',
            ),
          onError: (error) => void message.error(messageOf(error)),
        })
      }
    >
      Drop it from their shortlists
    </Button>
  );
}
