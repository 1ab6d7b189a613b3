import { DndContext, rectIntersection, useDraggable, useDroppable } from '@dnd-kit/core';
import type { DragEndEvent } from '@dnd-kit/core';
import { CSS } from '@dnd-kit/utilities';
import { STAGES, VERDICT_SAID } from '@perambula/contract';
import type { Shortlist, ShortlistItem, Stage } from '@perambula/contract';
import { App, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { price, street } from '../../shared/format.js';
import { Grip } from '../../shared/Grip.js';
import { messageOf } from '../../shared/http.js';
import { Picture } from '../../shared/Picture.js';
import { useDrag } from '../../shared/useDrag.js';
import { News } from './News.js';
import { STAGE_LABEL } from './shortlists.rules.js';
import { useChangeItem } from './shortlists.api.js';
import { WhyDropped } from './WhyDropped.js';
import ownCss from './Board.module.css';

const cx = classesOf(ownCss);

/** A shortlist's homes by how far they got; dragged, or put by a choice, from stage to stage. */
export function Board({ shortlist }: { readonly shortlist: Shortlist }) {
  const change = useChangeItem(shortlist.id);
  const sensors = useDrag();
  const { message } = App.useApp();
  /** Where a home is put, until the server has it. */
  const [put, setPut] = useState<Readonly<Record<string, Stage>>>({});
  /** The home that a key moved last: its handle keeps the focus. */
  const [followed, setFollowed] = useState<string | null>(null);
  const stageOf = (item: ShortlistItem): Stage => put[item.id] ?? item.stage;
  const move = (itemId: string, stage: Stage, isByKey = false): void => {
    setFollowed(isByKey ? itemId : null);
    setPut((before) => ({ ...before, [itemId]: stage }));
    change
      .mutateAsync({ itemId, stage })
      .catch((error: unknown) => message.error(messageOf(error)))
      .finally(() =>
        setPut((now) => Object.fromEntries(Object.entries(now).filter(([id, at]) => id !== itemId || at !== stage))),
      );
  };
  const step = (item: ShortlistItem, by: 1 | -1): void => {
    const stage = STAGES[STAGES.indexOf(stageOf(item)) + by];
    if (stage) move(item.id, stage, true);
  };
  const drop = ({ active, over }: DragEndEvent): void => {
    const item = shortlist.items.find(({ id }) => id === active.id);
    const stage = STAGES.find((each) => each === over?.id);
    if (item && stage && stage !== stageOf(item)) move(item.id, stage);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={rectIntersection} onDragEnd={drop}>
      <div className={cx('board')}>
        {STAGES.map((stage) => (
          <Column key={stage} stage={stage} items={shortlist.items.filter((item) => stageOf(item) === stage)}>
            {(item) => (
              <Card
                key={item.id}
                shortlist={shortlist}
                item={item}
                stage={stage}
                isFollowed={followed === item.id}
                onMove={(to) => move(item.id, to)}
                onStep={(by) => step(item, by)}
              />
            )}
          </Column>
        ))}
      </div>
    </DndContext>
  );
}

interface ColumnProps {
  readonly stage: Stage;
  readonly items: readonly ShortlistItem[];
  readonly children: (item: ShortlistItem) => React.ReactNode;
}

function Column({ stage, items, children }: ColumnProps) {
  const { setNodeRef, isOver } = useDroppable({ id: stage });
  return (
    <section ref={setNodeRef} className={cx(isOver ? 'column is-over' : 'column')} aria-label={STAGE_LABEL[stage]}>
      <h2>
        {STAGE_LABEL[stage]} <span className="soft figure">{items.length}</span>
      </h2>
      <ul>{items.map(children)}</ul>
    </section>
  );
}

interface CardProps {
  readonly shortlist: Shortlist;
  readonly item: ShortlistItem;
  readonly stage: Stage;
  readonly isFollowed: boolean;
  readonly onMove: (stage: Stage) => void;
  readonly onStep: (by: 1 | -1) => void;
}

function Card({ shortlist, item, stage, isFollowed, onMove, onStep }: CardProps) {
  const { listeners, setNodeRef, transform, isDragging } = useDraggable({ id: item.id });
  const name = street(item.listing);
  return (
    <li
      ref={setNodeRef}
      className={cx(isDragging ? 'card is-dragged' : 'card')}
      style={{ transform: CSS.Translate.toString(transform) }}
    >
      <div className={cx('picture')}>
        <Picture listingKey={item.listingKey} alt="" />
      </div>
      <p className={cx('name')}>
        <Grip name={name} place={STAGE_LABEL[stage]} listeners={listeners} isFollowed={isFollowed} onStep={onStep} />
        <Link to={`/listings/${item.listingKey}`} className="quiet-link strong">
          {name}
        </Link>
      </p>
      <p className="figure">{price(item.listing)}</p>
      <p className={cx('news')}>
        <News item={item} shortlist={shortlist} isBrief />
      </p>
      {item.reactions.map(({ person, verdict }) => (
        <p key={person} className="tight">
          <b>{person.split(' ')[0]}</b> {VERDICT_SAID[verdict]}
        </p>
      ))}
      {item.note && <p className="tight soft">{item.note}</p>}
      {stage === 'dropped' && <WhyDropped shortlist={shortlist} item={item} name={name} />}
      <Select
        size="small"
        value={stage}
        aria-label={`Stage of ${name}`}
        options={STAGES.map((value) => ({ value, label: STAGE_LABEL[value] }))}
        onChange={onMove}
      />
    </li>
  );
}
