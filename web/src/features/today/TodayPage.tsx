import type { Behind } from '@perambula/contract';
import { useNow } from '../../shared/clock.api.js';
import { clockTime, dayAndTime } from '../../shared/format.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useAgent } from '../sessions/index.js';
import { Tasks } from '../tasks/index.js';
import { Section } from './Section.js';
import { useToday, waitingIn } from './today.api.js';
import { TodaySide } from './TodaySide.js';
import { Visit } from './Visit.js';
import { WaitingForYou } from './WaitingForYou.js';
import { WorthAWord } from './WorthAWord.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './TodayPage.module.css';

const cx = classesOf(ownCss);

/** The agent's day: what waits for an answer, who came by, what changed, what lies ahead. */
export function TodayPage() {
  const today = useToday();
  const agent = useAgent().data;
  const now = useNow();
  if (today.isPending) return <Waiting what="Gathering the day …" />;
  if (today.isError) return <Failed error={today.error} retry={() => void today.refetch()} />;
  const { behind, worthAWord, cameBy, tasks, ahead } = today.data;
  const next = ahead[0]?.startAt;
  return (
    <div className={cx('today')}>
      <div className={cx('today-main')}>
        <h1>
          {greeting(now)}, {agent?.name.split(' ')[0]}
        </h1>
        <p className={cx('today-lead')}>
          {sayWaiting(waitingIn(today.data))} {next ? `The next visit is ${dayAndTime(next)}.` : 'No visit is agreed.'}
        </p>
        {behind.map((each) => (
          <p key={each.step} className={cx('today-behind')} role="status">
            <b>{sayBehind(each)}</b> {each.reason}
          </p>
        ))}
        <WaitingForYou today={today.data} />
        <Section
          title="Worth a word"
          empty={
            worthAWord.length === 0
              ? 'Who goes quiet against their own rhythm, never opens a message, or keeps coming back to one home stands here.'
              : null
          }
        >
          {worthAWord.map((each) => (
            <WorthAWord key={`${each.clientId}${each.person}`} worth={each} />
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
      <TodaySide today={today.data} now={now} />
    </div>
  );
}

function sayWaiting(things: number): string {
  if (things === 0) return 'Nothing waits for an answer.';
  return things === 1 ? 'One thing waits for an answer.' : `${things} things wait for an answer.`;
}

function greeting(now: string): string {
  const time = clockTime(now);
  const hour = Number(time.split(':')[0]) % 12;
  if (time.endsWith('am')) return 'Good morning';
  return hour < 6 ? 'Good afternoon' : 'Good evening';
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
