import { closestCenter, DndContext } from '@dnd-kit/core';
import type { DragEndEvent, DragOverEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { Round, RoundHome, RoundLeg } from '@perambula/contract';
import { dollars, sayMinutes } from '@perambula/core';
import type { RoundVisit, TimedRound } from '@perambula/core';
import { App } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { clockTime, street } from '../../shared/format.js';
import { Grip } from '../../shared/Grip.js';
import { messageOf } from '../../shared/http.js';
import { Picture } from '../../shared/Picture.js';
import { useDrag } from '../../shared/useDrag.js';
import { HomeSettings } from './HomeSettings.js';
import { isWaiting, sayBreak, sayHours, sayOccupant, sayWay } from './round.rules.js';
import { useReorderRound } from './rounds.api.js';
import ownCss from './Timeline.module.css';

const cx = classesOf(ownCss);

/** Minutes between two marks of the scale, at least, and how many marks there are at most. */
const STEP = 30;
const MOST_MARKS = 9;
/** Pixels that a visit takes across at least, so that its time can be read. */
const LEAST_WIDTH = 46;

interface Props {
  readonly round: Round;
  readonly goes: TimedRound;
  readonly order: readonly string[];
  /** Hears of an order while it is tried, and null when it is not any more. */
  readonly onTry: (order: readonly string[] | null) => void;
}

/** The homes in their order by the hour, to be dragged into another; what a new order breaks shows while it is dragged. */
export function Timeline({ round, goes, order, onTry }: Props) {
  const reorder = useReorderRound(round.id);
  const { message } = App.useApp();
  const sensors = useDrag();
  /** The rows as they stood when the drag began: what is dragged over moves by itself. */
  const [begun, setBegun] = useState<readonly string[] | null>(null);
  const rows = begun ?? order;
  const movedBy = ({ active, over }: DragOverEvent | DragEndEvent): string[] | null =>
    over && active.id !== over.id ? arrayMove([...rows], rows.indexOf(String(active.id)), rows.indexOf(String(over.id))) : null;
  const keep = (next: readonly string[]): void => {
    onTry(next);
    reorder.mutate(next, { onError: (error) => void message.error(messageOf(error)), onSettled: () => onTry(null) });
  };
  const end = (event: DragEndEvent): void => {
    const next = movedBy(event);
    setBegun(null);
    if (next) keep(next);
    else onTry(null);
  };
  const step = (id: string, by: 1 | -1): void => {
    const [from, to] = [order.indexOf(id), order.indexOf(id) + by];
    if (to >= 0 && to < order.length) keep(arrayMove([...order], from, to));
  };
  const scale = scaleOf(goes);
  const isTried = order.some((id, i) => id !== round.homes[i]?.id);
  return (
    <section className={cx('timeline')} aria-label="The homes in their order">
      <div className={cx('scale')} aria-hidden="true">
        <span className="soft">Drag a row, or move it by arrow keys</span>
        <div className={cx('marks figure soft')}>
          {scale.marks.map((at) => (
            <span key={at} style={{ left: scale.place(at) }}>
              {sayMinutes(at).replace(':00', '')}
            </span>
          ))}
        </div>
      </div>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragStart={() => setBegun(order)}
        onDragOver={(event) => onTry(movedBy(event))}
        onDragCancel={() => (setBegun(null), onTry(null))}
        onDragEnd={end}
      >
        <SortableContext items={[...rows]} strategy={verticalListSortingStrategy}>
          <ol className={cx('rows')}>
            {rows.map((id) => {
              const home = round.homes.find((each) => each.id === id);
              const visit = goes.visits.find((each) => each.id === id);
              return home && visit ? (
                <Row
                  key={id}
                  round={round}
                  home={home}
                  visit={visit}
                  number={order.indexOf(id) + 1}
                  scale={scale}
                  isTried={isTried}
                  onStep={(by) => step(id, by)}
                />
              ) : null;
            })}
          </ol>
        </SortableContext>
      </DndContext>
    </section>
  );
}

interface Scale {
  readonly marks: readonly number[];
  /** Where a time lies across, in per cent. */
  readonly place: (minutes: number) => string;
  readonly width: (from: number, until: number) => string;
}

function scaleOf({ leaveAt, backAt }: TimedRound): Scale {
  const from = Math.floor((leaveAt - 10) / STEP) * STEP;
  const step = STEP * Math.max(1, Math.ceil((backAt + 10 - from) / STEP / MOST_MARKS));
  const marks: number[] = [];
  for (let at = from; at <= backAt + step; at += step) marks.push(at);
  const span = (marks.at(-1) ?? from) - from || step;
  const share = (minutes: number): number => Math.min(100, Math.max(0, (100 * (minutes - from)) / span));
  return {
    marks,
    place: (minutes) => `${share(minutes)}%`,
    width: (begin, end) => `${share(end) - share(begin)}%`,
  };
}

interface RowProps {
  readonly round: Round;
  readonly home: RoundHome;
  readonly visit: RoundVisit;
  readonly number: number;
  readonly scale: Scale;
  /** Whether the ways as they are known are those of another order. */
  readonly isTried: boolean;
  readonly onStep: (by: 1 | -1) => void;
}

function Row({ round, home, visit, number, scale, isTried, onStep }: RowProps) {
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: home.id });
  const name = street({ UnparsedAddress: home.address });
  return (
    <li
      ref={setNodeRef}
      className={cx(isDragging ? 'row is-dragged' : 'row')}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <Grip name={name} place={`${number} of ${round.homes.length}`} listeners={listeners} onStep={onStep} />
      <span className={cx(isWaiting(round, home) ? 'number is-open' : 'number')}>{number}</span>
      <Link to={`/listings/${home.listingKey}`} className={cx('picture')} tabIndex={-1} aria-hidden="true">
        <Picture listingKey={home.listingKey} alt="" />
      </Link>
      <div className={cx('what')}>
        <Link to={`/listings/${home.listingKey}`} className="quiet-link strong">
          {name}
        </Link>
        <p className="soft">
          <span className="figure">{dollars(home.price)}</span>
          {sayOccupant(home) && ` · ${sayOccupant(home)}`}
        </p>
      </div>
      <div className={cx('track')}>
        {home.open.map(({ from, until }) => (
          <span
            key={from}
            className={cx('open')}
            style={{ left: scale.place(from), width: scale.width(from, until) }}
            title={`Can be seen from ${sayHours({ from, until })}`}
          />
        ))}
        <span
          className={cx(`visit figure ${toneOf(round, home, visit)}`)}
          style={{
            left: `min(${scale.place(visit.startAt)}, calc(100% - ${LEAST_WIDTH}px))`,
            width: scale.width(visit.startAt, visit.endAt),
          }}
        >
          {sayMinutes(visit.startAt).slice(0, -3)}
        </span>
        {visit.breakAt !== null && round.break && (
          <span
            className={cx('break')}
            style={{ left: scale.place(visit.breakAt), width: scale.width(visit.breakAt, visit.breakAt + round.break.minutes) }}
            title={sayBreak(visit.breakAt, round.break.minutes)}
          />
        )}
      </div>
      <State round={round} home={home} visit={visit} leg={isTried ? null : round.legs[number - 1]} />
      <HomeSettings round={round} home={home} name={name} />
    </li>
  );
}

function toneOf(round: Round, home: RoundHome, { isShut }: RoundVisit): string {
  if (isShut || home.showing?.state === 'refused') return 'is-shut';
  return isWaiting(round, home) ? 'is-open' : '';
}

const STATE = {
  asked: 'Not asked yet',
  confirmed: 'Confirmed',
  countered: 'Another time offered',
  refused: 'Refused',
  canceled: 'Not asked yet',
} as const;

/** How the visit stands with the office, or why it cannot be then, and the drive to it. */
function State({
  round,
  home,
  visit,
  leg,
}: Pick<RowProps, 'round' | 'home' | 'visit'> & { readonly leg: RoundLeg | null | undefined }) {
  const { showing, open } = home;
  const says = visit.isShut
    ? home.at === null
      ? 'Its place is not known'
      : open.length > 0
        ? `Shut: seen ${open.map(sayHours).join(', ')}`
        : home.hoursBy === 'client'
          ? 'Shown only when they cannot come'
          : 'Not shown on that day'
    : round.clientId === null
      ? sayMinutes(visit.startAt)
      : showing?.state === 'proposed'
        ? `Asked for ${showing.startAt === null ? 'a time' : clockTime(showing.startAt)}`
        : STATE[showing?.state ?? 'asked'];
  return (
    <div className={cx('state')}>
      <p className={cx(`strong ${toneOf(round, home, visit)}`)}>{says}</p>
      {visit.drive > 0 && <p className="soft figure">{sayWay(visit, leg)}</p>}
      {!visit.isShut && !visit.isLikely && isWaiting(round, home) && <p className="soft">a less likely hour</p>}
      {visit.breakAt !== null && round.break && <p className="figure">then {sayBreak(visit.breakAt, round.break.minutes)}</p>}
    </div>
  );
}
