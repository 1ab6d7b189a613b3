import { VERDICT_SAID } from '../../shared/verdicts.js';
import { closestCenter, DndContext } from '@dnd-kit/core';
import type { DragEndEvent } from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { STAGES } from '@perambula/contract';
import type { Shortlist, ShortlistItem, Stage } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { App, Button, Input, Select } from 'antd';
import { GripVertical, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, NavLink, useNavigate, useParams } from 'react-router';
import { facts, price, street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useOpenFile } from '../../shared/openFile.js';
import { Picture } from '../../shared/Picture.js';
import { useRowSensors } from '../../shared/useRowSensors.js';
import { Status } from '../../shared/status.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { PdfOfHomes, SendHomes } from '../choices/index.js';
import { HomesOnMap } from '../homesMap/index.js';
import { MakeRound } from '../rounds/index.js';
import { PlanVisit } from '../showings/index.js';
import { ShareShortlist } from './ShareShortlist.js';
import { useChangeItem, useRemoveItem, useReorder, useShortlists } from './shortlists.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './ShortlistsPage.module.css';

const cx = classesOf(ownCss);

/** The shortlists, and one of them with its homes in order. */
export function ShortlistsPage() {
  const { shortlistId } = useParams();
  const { clientId } = useOpenFile();
  const shortlists = useShortlists();
  if (shortlists.isPending) return <Waiting what="Opening the shortlists …" />;
  if (shortlists.isError) return <Failed error={shortlists.error} retry={() => void shortlists.refetch()} />;
  const listed = shortlists.data.filter((each) => clientId === null || each.clientId === clientId);
  const current = shortlists.data.find(({ id }) => id === shortlistId) ?? (shortlistId ? undefined : listed[0]);
  if (listed.length === 0 && !current) {
    return (
      <Empty title="No shortlist yet">
        Choose homes in a <Link to="/search">search</Link> and press “Shortlist”; they are kept here for the client whose file
        lies open.
      </Empty>
    );
  }
  return (
    <div className={cx('shortlists')}>
      <nav className={cx('shortlists-list')} aria-label="Shortlists">
        <h2>Shortlists</h2>
        {listed.map(({ id, name, clientName, items, sharedAt }) => (
          <NavLink
            key={id}
            to={`/shortlists/${id}`}
            className={cx(id === current?.id ? 'shortlist-link active' : 'shortlist-link')}
          >
            <b>{name}</b>
            <span className="tight">
              {clientName} · {items.length} {items.length === 1 ? 'home' : 'homes'}
              {sharedAt !== null && ' · shared'}
            </span>
          </NavLink>
        ))}
      </nav>
      {current ? (
        <One key={current.id} shortlist={current} />
      ) : (
        <Empty title="This shortlist is gone">Choose another on the left.</Empty>
      )}
    </div>
  );
}

function One({ shortlist }: { readonly shortlist: Shortlist }) {
  const { order, items, drop } = useOrder(shortlist);
  const sensors = useRowSensors();
  const homes = useMemo(
    () => shortlist.items.map(({ listing, listingKey }) => ({ ...listing, ListingKey: listingKey })),
    [shortlist.items],
  );
  const [hovered, setHovered] = useState<string | null>(null);
  const navigate = useNavigate();
  return (
    <section className={cx('shortlist')} aria-label={shortlist.name}>
      <header className="page-head">
        <h1>{shortlist.name}</h1>
        <span className="soft">
          for <Link to={`/clients/${shortlist.clientId}`}>{shortlist.clientName}</Link> · drag a home to change the order
        </span>
        <span className={cx('acts')}>
          {items.length > 0 && <ShareShortlist shortlist={shortlist} />}
          <MakeRound
            keys={items.filter(({ stage }) => stage !== 'dropped').map(({ listingKey }) => listingKey)}
            clientId={shortlist.clientId}
          />
          <PdfOfHomes keys={shortlist.items.map(({ listingKey }) => listingKey)} title={shortlist.name} />
          <SendHomes keys={shortlist.items.map(({ listingKey }) => listingKey)} clientId={shortlist.clientId} />
        </span>
      </header>
      {items.length === 0 && (
        <Empty title="No homes on it">
          Choose some in a <Link to="/search">search</Link>.
        </Empty>
      )}
      {items.length > 0 && (
        <HomesOnMap
          label="Where the homes of the shortlist lie"
          homes={homes}
          hovered={hovered}
          onHover={setHovered}
          onOpen={(key) => void navigate(`/listings/${key}`)}
        />
      )}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={[...order]} strategy={verticalListSortingStrategy}>
          <ol className={cx('shortlist-items')}>
            {items.map((item, i) => (
              <Item
                key={item.id}
                item={item}
                index={i}
                shortlist={shortlist}
                isHovered={hovered === item.listingKey}
                onHover={setHovered}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
    </section>
  );
}

/** The order of a shortlist's homes, as they are dragged at once and as it is kept. */
function useOrder(shortlist: Shortlist): {
  readonly order: readonly string[];
  readonly items: readonly ShortlistItem[];
  readonly drop: (event: DragEndEvent) => void;
} {
  const reorder = useReorder(shortlist.id);
  const { message } = App.useApp();
  const [moved, setMoved] = useState<readonly string[] | null>(null);
  const order = moved ?? shortlist.items.map(({ id }) => id);
  const items = order.flatMap((id) => shortlist.items.find((item) => item.id === id) ?? []);
  const drop = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const next = arrayMove([...order], order.indexOf(String(active.id)), order.indexOf(String(over.id)));
    setMoved(next);
    reorder.mutate(next, { onError: (error) => void message.error(messageOf(error)), onSettled: () => setMoved(null) });
  };
  return { order, items, drop };
}

const STAGE_LABEL: Readonly<Record<Stage, string>> = {
  considering: 'Considering',
  seen: 'Seen',
  offer: 'Offer',
  dropped: 'Dropped',
};

function Item({
  item,
  index,
  shortlist,
  isHovered,
  onHover,
}: {
  readonly item: ShortlistItem;
  readonly index: number;
  readonly shortlist: Shortlist;
  readonly isHovered: boolean;
  readonly onHover: (key: string | null) => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: item.id });
  const name = street(item.listing);
  return (
    <li
      ref={setNodeRef}
      className={cx(isHovered ? 'shortlist-item is-hovered' : 'shortlist-item')}
      onMouseEnter={() => onHover(item.listingKey)}
      onMouseLeave={() => onHover(null)}
      style={{ transform: CSS.Transform.toString(transform), transition }}
    >
      <button
        type="button"
        className={cx('grip')}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}; press space, then the arrow keys`}
      >
        <GripVertical size={16} aria-hidden="true" />
      </button>
      <span className={cx('shortlist-number figure')}>{index + 1}</span>
      <Link to={`/listings/${item.listingKey}`} className={cx('shortlist-picture')} tabIndex={-1} aria-hidden="true">
        <Picture listingKey={item.listingKey} alt="" />
      </Link>
      <What item={item} name={name} />
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
  const change = useChangeItem(shortlist.id);
  const remove = useRemoveItem(shortlist.id);
  const { message } = App.useApp();
  const failed = (error: Error): void => void message.error(messageOf(error));
  return (
    <>
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
      <Select
        value={item.stage}
        aria-label={`Stage of ${name}`}
        className="shortlist-stage"
        options={STAGES.map((value) => ({ value, label: STAGE_LABEL[value] }))}
        onChange={(stage) => change.mutate({ itemId: item.id, stage }, { onError: failed })}
      />
      <PlanVisit clientId={shortlist.clientId} listingKey={item.listingKey} />
      <Button
        type="text"
        aria-label={`Take ${name} off the shortlist`}
        icon={<X size={15} />}
        onClick={() => remove.mutate(item.id, { onError: failed })}
      />
    </>
  );
}

/** The home, how it stands, and what the household says of it. */
function What({ item, name }: { readonly item: ShortlistItem; readonly name: string }) {
  const { listing } = item;
  return (
    <div className={cx('shortlist-what')}>
      <p>
        <Link to={`/listings/${item.listingKey}`} className="strong">
          {name}
        </Link>
        , {String(listing['City'])} <b className="figure">{price(listing)}</b>
      </p>
      <p className="soft figure">{facts(listing)}</p>
      <p>
        <Status status={String(listing['StandardStatus'])} /> <Changed item={item} />
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

/** What is different since the home was put on the list. */
function Changed({ item }: { readonly item: ShortlistItem }) {
  const now = Number(item.listing['ListPrice']);
  const by = now - item.priceWhenAdded;
  return (
    <>
      {by !== 0 && (
        <span className={`chip ${by < 0 ? 'chip-gain' : 'chip-wait'}`}>
          {by < 0 ? 'cut' : 'raised'} {dollars(Math.abs(by))} since added
        </span>
      )}{' '}
      {item.listing['StandardStatus'] !== item.statusWhenAdded && (
        <span className="chip chip-wait">was {item.statusWhenAdded.toLowerCase()}</span>
      )}
    </>
  );
}
