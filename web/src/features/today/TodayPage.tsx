import './today.css';
import type { Behind, CameBy, Task, Today } from '@perambula/contract';
import { App, Button, DatePicker, Input, Popover } from 'antd';
import { Check, Eye } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Avatar } from '../../shared/Avatar.js';
import { useNow } from '../../shared/clock.api.js';
import { ago, clockTime, day, dayAndTime, firstNames, isoDay, price, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useAgent } from '../sessions/index.js';
import { useClients } from '../clients/index.js';
import { TimeChoice } from '../showings/index.js';
import { useAddTask, useLooked, usePass, useTickTask, useToday } from './today.api.js';

/** The agent's day: what waits for an answer, who came by, what changed, what lies ahead. */
export function TodayPage() {
  const today = useToday();
  const agent = useAgent().data;
  const now = useNow();
  const looked = useLooked();
  const { message } = App.useApp();
  if (today.isPending) return <Waiting what="Gathering the day …" />;
  if (today.isError) return <Failed error={today.error} retry={() => void today.refetch()} />;
  const { behind, asked, held, failed, cameBy, tasks, since, sinceAt, ahead, newHomes } = today.data;
  const waiting = asked.length + held.length + failed.length;
  return (
    <div className="today">
      <div className="today-main">
        <h1>
          {greeting(now)}, {agent?.name.split(' ')[0]}
        </h1>
        <p className="today-lead">
          {waiting === 0
            ? 'Nothing waits for an answer.'
            : waiting === 1
              ? 'One thing waits for an answer.'
              : `${waiting} things wait for an answer.`}{' '}
          {ahead[0]?.startAt ? `The next visit is ${dayAndTime(ahead[0].startAt)}.` : 'No visit is agreed.'}
        </p>
        {behind.map((each) => (
          <p key={each.step} className="today-behind" role="status">
            <b>{sayBehind(each)}</b> {each.reason}
          </p>
        ))}
        <Section
          title="Waiting for you"
          empty={waiting === 0 ? 'Requests to see a home, alerts held for your look and messages that failed stand here.' : null}
        >
          {asked.map((showing) => (
            <li key={showing.id} className="row">
              <Avatar name={showing.clientName} />
              <div className="row-main">
                <span>
                  <b>{showing.clientName}</b> asks to see <Link to={`/listings/${showing.listingKey}`}>{showing.address}</Link>
                </span>
                <p>
                  {showing.wish && `“${showing.wish}” · `}
                  {showing.showingInstructions}{' '}
                  {!showing.agreementSigned && <span className="chip chip-wait">no buyer agreement</span>}
                </p>
              </div>
              <div className="row-actions">
                <TimeChoice showing={showing} />
              </div>
            </li>
          ))}
          {held.map((message) => (
            <Held key={message.id} message={message} />
          ))}
          {failed.map((message) => (
            <li key={message.id} className="row">
              <Avatar name={message.clientName} />
              <div className="row-main">
                <span>
                  The message “{message.subject}” to <b>{message.to}</b> could not be delivered
                </span>
                <p>{message.lastError}</p>
              </div>
            </li>
          ))}
        </Section>
        <Section
          title="Who came by"
          empty={cameBy.length === 0 ? 'When clients open their portal, what they looked at and said stands here.' : null}
        >
          {cameBy.map((visit) => (
            <Visit key={`${visit.clientId}${visit.person}`} visit={visit} now={now} />
          ))}
        </Section>
        <Tasks tasks={tasks} />
      </div>
      <aside className="today-side">
        <section className="card">
          <header className="card-head">
            <h3>Since you last looked</h3>
            <span className="tight">{sinceAt ? ago(sinceAt, now) : 'a day ago'}</span>
          </header>
          {since.length === 0 && <p className="soft">Nothing new for anybody’s search.</p>}
          {since.map((each) => (
            <div key={each.clientId} className="since">
              <Avatar name={each.client} small />
              <div>
                <Link to={`/clients/${each.clientId}`} className="strong">
                  {firstNames(each.client)}
                </Link>
                {(each.fits > 0 || each.missesByOne > 0) && (
                  <p>
                    {each.fits > 0 && (
                      <b>
                        {each.fits} new {each.fits === 1 ? 'home fits' : 'homes fit'}
                      </b>
                    )}
                    {each.fits > 0 && each.missesByOne > 0 && ', '}
                    {each.missesByOne > 0 && `${each.missesByOne} ${each.missesByOne === 1 ? 'misses' : 'miss'} by one line`}
                  </p>
                )}
                {each.changes.map(({ listingKey, text }) => (
                  <p key={listingKey + text}>
                    <Link to={`/listings/${listingKey}`} className="quiet-link">
                      {text}
                    </Link>
                  </p>
                ))}
              </div>
            </div>
          ))}
          <Button
            size="small"
            icon={<Check size={14} />}
            loading={looked.isPending}
            onClick={() => looked.mutate(undefined, { onError: (error) => void message.error(messageOf(error)) })}
          >
            I have looked
          </Button>
        </section>
        <section className="card">
          <h3>New, and who would want it</h3>
          {newHomes.length === 0 && <p className="soft">New homes that a client’s search fits, or nearly fits, stand here.</p>}
          {newHomes.map(({ listing, wantedBy }) => (
            <div key={listing.ListingKey} className="new-home">
              <Link to={`/listings/${listing.ListingKey}`} tabIndex={-1} aria-hidden="true" className="new-home-picture">
                <Picture listingKey={listing.ListingKey} alt="" />
              </Link>
              <div>
                <Link to={`/listings/${listing.ListingKey}`} className="quiet-link">
                  <b>{street(listing)}</b> {price(listing)}
                </Link>
                <p className="tight">{wantedBy.map(({ client, how }) => `${firstNames(client)} ${how}`).join(' · ')}</p>
              </div>
            </div>
          ))}
        </section>
        <Ahead ahead={ahead} now={now} />
      </aside>
    </div>
  );
}

function greeting(now: string): string {
  const time = clockTime(now);
  const hour = Number(time.split(':')[0]) % 12;
  if (time.endsWith('am')) return 'Good morning';
  return hour < 6 ? 'Good afternoon' : 'Good evening';
}

function Section({
  title,
  empty,
  children,
}: {
  readonly title: string;
  readonly empty: string | null;
  readonly children: React.ReactNode;
}) {
  return (
    <section className="today-section">
      <h2>{title}</h2>
      {empty ? <p className="soft today-empty">{empty}</p> : <ul className="row-list">{children}</ul>}
    </section>
  );
}

function Held({ message }: { readonly message: Today['held'][number] }) {
  const pass = usePass();
  const { message: toast } = App.useApp();
  const act = (send: boolean): void =>
    pass.mutate({ id: message.id, send }, { onError: (error) => void toast.error(messageOf(error)) });
  return (
    <li className="row">
      <Avatar name={message.clientName} />
      <div className="row-main">
        <span>
          An alert for <b>{message.to}</b> is held for your look
        </span>
        <p>{message.subject}</p>
      </div>
      <div className="row-actions">
        <Popover
          trigger="click"
          placement="left"
          content={<iframe title={message.subject} src={`/api/outbox/${message.id}/body`} className="held-frame" />}
        >
          <Button icon={<Eye size={15} />}>Look</Button>
        </Popover>
        <Button color="primary" variant="filled" loading={pass.isPending} onClick={() => act(true)}>
          Let it go
        </Button>
        <Button onClick={() => act(false)}>Don’t send</Button>
      </div>
    </li>
  );
}

const VERDICT = { like: 'likes', unsure: 'is unsure of', notForUs: 'says no to' } as const;

function Visit({ visit, now }: { readonly visit: CameBy; readonly now: string }) {
  const navigate = useNavigate();
  const { open } = useOpenFile();
  const { person, homesOpened, reactions, lastAt } = visit;
  const often = homesOpened[0];
  const first = person.split(' ')[0];
  return (
    <li className="row row-top">
      <Avatar name={person} />
      <div className="row-main">
        <span>
          <b>{first}</b>{' '}
          {homesOpened.length > 0
            ? `opened ${homesOpened.length} ${homesOpened.length === 1 ? 'home' : 'homes'}`
            : visit.visits > 0
              ? 'looked in'
              : 'answered'}
          , {ago(lastAt, now)}
          {often && often.times > 1 && (
            <>
              , <b>{often.address.split(',')[0]}</b> {often.times} times
            </>
          )}
        </span>
        {reactions.map(({ listingKey, address, verdict, note }) => (
          <p key={listingKey}>
            {VERDICT[verdict]} <Link to={`/listings/${listingKey}`}>{address}</Link>
            {note && `: “${note}”`}
          </p>
        ))}
      </div>
      <div className="row-actions">
        <Button onClick={() => (open(visit.clientId), void navigate(`/clients/${visit.clientId}`))}>Open the file</Button>
      </div>
    </li>
  );
}

function Tasks({ tasks }: { readonly tasks: readonly Task[] }) {
  const add = useAddTask();
  const tick = useTickTask();
  const { message } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error));
  const { clientId } = useOpenFile();
  const client = useClients().data?.find(({ id }) => id === clientId);
  const [text, setText] = useState('');
  const [dueOn, setDueOn] = useState<string | null>(null);
  const open = tasks.filter(({ doneAt }) => doneAt === null);
  const done = tasks.filter(({ doneAt }) => doneAt !== null);
  const leave = (): void => {
    if (text.trim())
      add.mutate(
        { text, ...(clientId ? { clientId } : {}), ...(dueOn ? { dueOn } : {}) },
        { onSuccess: () => (setText(''), setDueOn(null)), onError: failed },
      );
  };
  return (
    <section className="today-section">
      <h2>To follow up</h2>
      <ul className="row-list">
        {[...open, ...done.slice(-3)].map((task) => (
          <li key={task.id} className={task.doneAt ? 'row is-done' : 'row'}>
            <button
              type="button"
              role="checkbox"
              aria-checked={task.doneAt !== null}
              aria-label={task.text}
              className="tick"
              onClick={() => tick.mutate({ id: task.id, done: task.doneAt === null }, { onError: failed })}
            >
              {task.doneAt && <Check size={13} aria-hidden="true" />}
            </button>
            <div className="row-main">
              <span>{task.text}</span>{' '}
              <span className="tight">
                {[task.clientName, task.dueOn && `by ${isoDay(task.dueOn)}`].filter(Boolean).join(' · ')}
              </span>
            </div>
          </li>
        ))}
      </ul>
      <div className="task-new">
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
    </section>
  );
}

function Ahead({ ahead, now }: { readonly ahead: Today['ahead']; readonly now: string }) {
  const days = Array.from({ length: 6 }, (_, i) => new Date(Date.parse(now) + (i + 1) * 86_400_000).toISOString());
  return (
    <section className="card">
      <h3>Days ahead</h3>
      <div className="days">
        {days.map((date) => {
          const visits = ahead.filter(({ startAt }) => startAt && day(startAt) === day(date)).length;
          return (
            <Link key={date} to="/showings" className="day">
              <span className="tight">{day(date).replace(/, \w+ /, ' ')}</span>
              <b>{visits || '–'}</b>
              <span className="tight">{visits === 0 ? 'free' : visits === 1 ? 'visit' : 'visits'}</span>
            </Link>
          );
        })}
      </div>
    </section>
  );
}

const UNDONE: Readonly<Record<Behind['step'], string>> = {
  feed: 'The feed has not been right',
  matching: 'New listings have not been matched with your searches',
  digests: 'Alerts have not been written',
  mail: 'Messages have not been sent',
};

function sayBehind({ step, minutes }: Behind): string {
  const long = minutes === 1 ? 'a minute' : minutes < 90 ? `${minutes} minutes` : `${Math.round(minutes / 60)} hours`;
  return `${UNDONE[step]} for ${long}.`;
}
