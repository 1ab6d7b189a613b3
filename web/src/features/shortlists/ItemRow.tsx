import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { STAGES, VERDICT_SAID } from '@perambula/contract';
import type { Shortlist, ShortlistItem } from '@perambula/contract';
import { App, Input, Select } from 'antd';
import { Link } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { facts, price, street } from '../../shared/format.js';
import { Grip } from '../../shared/Grip.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { Status } from '../../shared/status.js';
import { PlanVisit } from '../showings/index.js';
import { News } from './News.js';
import { STAGE_LABEL } from './shortlists.rules.js';
import { useChangeItem } from './shortlists.api.js';
import { TakeOff } from './TakeOff.js';
import { WhyDropped } from './WhyDropped.js';
import ownCss from './ShortlistsPage.module.css';

const cx = classesOf(ownCss);

/** One home of a shortlist, as a row of its list. */
export function ItemRow({
  item,
  index,
  isMovable,
  minutes,
  shortlist,
  isHovered,
  onHover,
  onStep,
}: {
  readonly item: ShortlistItem;
  readonly index: number;
  /** Whether its place can be changed by hand. */
  readonly isMovable: boolean;
  /** What the way takes by which the homes are ordered; null where it is not known, left out in other orders. */
  readonly minutes: number | null | undefined;
  readonly shortlist: Shortlist;
  readonly isHovered: boolean;
  readonly onHover: (key: string | null) => void;
  readonly onStep: (by: 1 | -1) => void;
}) {
  const { listeners, setNodeRef, transform, transition } = useSortable({ id: item.id, disabled: !isMovable });
  const name = street(item.listing);
  return (
    <li
      ref={setNodeRef}
      className={cx(isHovered ? 'shortlist-item is-hovered' : 'shortlist-item')}
      onMouseEnter={() => onHover(item.listingKey)}
      onMouseLeave={() => onHover(null)}
      style={{ transform: CSS.Transform.toString(transform), transition }}
    >
      <Grip
        name={name}
        place={`${index + 1} of ${shortlist.items.length}`}
        listeners={listeners}
        isDisabled={!isMovable}
        onStep={onStep}
      />
      <span className={cx('shortlist-number figure')}>{index + 1}</span>
      <Link to={`/listings/${item.listingKey}`} className={cx('shortlist-picture')} tabIndex={-1} aria-hidden="true">
        <Picture listingKey={item.listingKey} alt="" />
      </Link>
      <What item={item} name={name} shortlist={shortlist} minutes={minutes} />
      <Doing item={item} name={name} shortlist={shortlist} />
    </li>
  );
}

interface DoingProps {
  readonly item: ShortlistItem;
  readonly name: string;
  readonly shortlist: Shortlist;
}

/** What the agent notes of a home, how far it is, and what can be done with it. */
function Doing({ item, name, shortlist }: DoingProps) {
  const opened = useOpenFile().clientId;
  const change = useChangeItem(shortlist.id);
  const { message } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error));
  return (
    <>
      <div>
        <Input.TextArea
          className="shortlist-note"
          placeholder="Your note"
          aria-label={`Note on ${name}`}
          defaultValue={item.note}
          rows={2}
          onBlur={({ target }) =>
            target.value !== item.note && change.mutate({ itemId: item.id, note: target.value }, { onError: failed })
          }
        />
        {item.stage === 'dropped' && <WhyDropped item={item} name={name} shortlist={shortlist} />}
      </div>
      <Select
        value={item.stage}
        aria-label={`Stage of ${name}`}
        className="shortlist-stage"
        options={STAGES.map((value) => ({ value, label: STAGE_LABEL[value] }))}
        onChange={(stage) => change.mutate({ itemId: item.id, stage }, { onError: failed })}
      />
      <PlanVisit clientId={shortlist.clientId ?? opened} listingKey={item.listingKey} />
      <TakeOff item={item} name={name} shortlist={shortlist} />
    </>
  );
}

/** The home, how it stands, and what the household says of it. */
function What({ item, name, shortlist, minutes }: DoingProps & { readonly minutes: number | null | undefined }) {
  const { listing } = item;
  return (
    <div className={cx('shortlist-what')}>
      <p>
        <Link to={`/listings/${item.listingKey}`} className="strong">
          {name}
        </Link>
        , {String(listing['City'])} <b className="figure">{price(listing)}</b>
      </p>
      <p className="soft figure">
        {facts(listing)}
        {minutes !== undefined && (
          <b className={cx('minutes')}> · {minutes === null ? 'minutes not known' : `${Math.round(minutes)} min`}</b>
        )}
      </p>
      <p>
        <Status status={String(listing['StandardStatus'])} /> <News item={item} shortlist={shortlist} />
      </p>
      {item.reactions.map(({ person, verdict, note }) => (
        <p key={person} className="tight">
          <b>{person.split(' ')[0]}</b> {VERDICT_SAID[verdict]}
          {note && `: “${note}”`}
        </p>
      ))}
    </div>
  );
}
