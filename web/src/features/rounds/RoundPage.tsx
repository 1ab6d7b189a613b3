import { roundAskOf } from '@perambula/contract';
import type { Round, SheetFor } from '@perambula/contract';
import { timed } from '@perambula/core';
import type { TimedRound } from '@perambula/core';
import { App, Button, Dropdown, Popconfirm } from 'antd';
import { FileText, Smartphone, Sparkles, Trash2 } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { isoDay } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { Afterwards } from './Afterwards.js';
import { AskOffices } from './AskOffices.js';
import { BeforeYouGo } from './BeforeYouGo.js';
import { LeftOut } from './LeftOut.js';
import { isOutdated, isWaiting, sayBroken, sayOrder, sayOther, sayRound } from './round.rules.js';
import { RoundSettingsForm } from './RoundSettingsForm.js';
import { useDaySheet, useOrderBest, useRemoveRound, useRound } from './rounds.api.js';
import { SendRound } from './SendRound.js';
import { Timeline } from './Timeline.js';
import ownCss from './RoundPage.module.css';

const cx = classesOf(ownCss);

const RoundMap = lazy(async () => ({ default: (await import('../map/index.js')).RoundMap }));

/** One round: its homes on the map and by the hour, and what is to be seen to before it begins. */
export function RoundPage() {
  const { roundId = '' } = useParams();
  const round = useRound(roundId);
  if (round.isPending) return <Waiting what="Opening the round …" />;
  if (round.isError) return <Failed error={round.error} retry={() => void round.refetch()} />;
  return <Opened key={roundId} round={round.data} />;
}

function Opened({ round }: { readonly round: Round }) {
  const kept = useMemo(() => round.homes.map(({ id }) => id), [round.homes]);
  /** While a home is dragged, the order as it would be. */
  const [tried, setTried] = useState<readonly string[] | null>(null);
  const goes = useMemo(() => timed(roundAskOf(round), tried ?? kept), [round, tried, kept]);
  return (
    <div className={cx('round')}>
      <Head round={round} goes={goes} broken={sayBroken(round, tried ?? kept)} isTried={tried !== null} />
      <div className={cx('map')}>
        <Suspense fallback={<Waiting what="Opening the map …" />}>
          <Where round={round} />
        </Suspense>
      </div>
      <div className={cx('homes')}>
        <Timeline round={round} goes={goes} order={tried ?? kept} onTry={setTried} />
        <LeftOut round={round} />
        <Afterwards round={round} />
      </div>
      <aside className={cx('side')}>
        <BeforeYouGo round={round} />
        <RoundSettingsForm round={round} />
      </aside>
    </div>
  );
}

interface HeadProps {
  readonly round: Round;
  readonly goes: TimedRound;
  /** What its order does not keep of what is wished for. */
  readonly broken: readonly string[];
  /** Whether another order than the kept one is tried. */
  readonly isTried: boolean;
}

function Head({ round, goes, broken, isTried }: HeadProps) {
  const best = useOrderBest(round.id);
  const remove = useRemoveRound(round.id);
  const sheet = useDaySheet(round.id);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error));
  const { clientId, clientName, name, on } = round;
  return (
    <header className={cx('head')}>
      <div className={cx('title')}>
        <h1>{name}</h1>
        <p className="soft">
          {clientId !== null && (
            <>
              <Link to={`/clients/${clientId}`}>{clientName}</Link> ·{' '}
            </>
          )}
          {isoDay(on)} · <span className="figure">{sayRound(round, goes)}</span> ·{' '}
          {isTried ? 'as you drag it' : sayOrder(round, goes)}
        </p>
        {[...broken, ...round.others.map(sayOther)].map((sentence) => (
          <p key={sentence} className={cx('late')} role="status">
            {sentence}
          </p>
        ))}
        {goes.lacksBreak && (
          <p className={cx('late')} role="status">
            In this order there is no time for the break.
          </p>
        )}
        {goes.late > 0 && (
          <p className={cx('late')} role="status">
            It is over {Math.ceil(goes.late)} minutes after you want to be back.
          </p>
        )}
      </div>
      <div className={cx('acts')}>
        {(round.isOwnOrder || isOutdated(round, goes)) && (
          <Button
            icon={<Sparkles size={15} />}
            loading={best.isPending}
            onClick={() => best.mutate(undefined, { onError: failed })}
          >
            Best order
          </Button>
        )}
        <Dropdown
          trigger={['click']}
          menu={{
            items: [
              { key: 'agent', label: 'For you, with instructions and the way' },
              { key: 'client', label: 'For your client' },
            ],
            onClick: ({ key }) => sheet.mutate(key as SheetFor, { onError: failed }),
          }}
        >
          <Button icon={<FileText size={14} />} loading={sheet.isPending}>
            Day sheet
          </Button>
        </Dropdown>
        <Popconfirm
          title="Delete this round?"
          description="Its showings stay as they are."
          okText="Delete"
          onConfirm={() => remove.mutate(undefined, { onSuccess: () => void navigate('/showings'), onError: failed })}
        >
          <Button icon={<Trash2 size={15} />} aria-label="Delete this round" />
        </Popconfirm>
        <Button href={`/day/${round.id}`} icon={<Smartphone size={15} />}>
          On the road
        </Button>
        {clientId !== null && <SendRound round={round} />}
        {clientId !== null && <AskOffices round={round} />}
      </div>
    </header>
  );
}

function Where({ round }: { readonly round: Round }) {
  const { homes, begin, end, legs, name } = round;
  const marks = useMemo(
    () => [
      ...[begin, end?.name === begin?.name ? null : end].flatMap((place) =>
        place ? [{ at: place.at, label: place.name, kind: 'end' as const }] : [],
      ),
      ...homes.flatMap((home, i) =>
        home.at
          ? [{ at: home.at, label: String(i + 1), kind: isWaiting(round, home) ? ('open' as const) : ('agreed' as const) }]
          : [],
      ),
    ],
    [round, homes, begin, end],
  );
  const ways = useMemo(() => legs.map((leg) => leg?.line ?? []), [legs]);
  return <RoundMap label={`The way of ${name}`} marks={marks} ways={ways} />;
}
