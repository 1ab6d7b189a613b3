import { closestCenter, DndContext } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { Shortlist } from '@perambula/contract';
import { Button, Select } from 'antd';
import { useMemo, useState } from 'react';
import { Link, NavLink, useNavigate, useParams } from 'react-router';
import { besideAddress, MOST_BESIDE } from '../../shared/beside.js';
import { ButtonLink } from '../../shared/ButtonLink.js';
import { classesOf } from '../../shared/classes.js';
import { useOpenFile } from '../../shared/openFile.js';
import { useDrag } from '../../shared/useDrag.js';
import { useParameters } from '../../shared/useParameters.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { PdfOfHomes, SendHomes } from '../choices/index.js';
import { HomesOnMap } from '../homesMap/index.js';
import { MakeRound } from '../rounds/index.js';
import { AddByNumbers } from './AddByNumbers.js';
import { Board } from './Board.js';
import { ItemRow } from './ItemRow.js';
import { NewShortlist } from './NewShortlist.js';
import { ShareShortlist } from './ShareShortlist.js';
import { ShortlistMenu } from './ShortlistMenu.js';
import { inOrder, nearestFirst, ORDERS, parted } from './shortlists.rules.js';
import type { Order } from './shortlists.rules.js';
import { useShortlists } from './shortlists.api.js';
import { useMinutes } from './useMinutes.js';
import { useOrder } from './useOrder.js';
import ownCss from './ShortlistsPage.module.css';

const cx = classesOf(ownCss);

/** The shortlists, and one of them with its homes in order. */
export function ShortlistsPage() {
  const { shortlistId } = useParams();
  const { clientId } = useOpenFile();
  const shortlists = useShortlists();
  if (shortlists.isPending) return <Waiting what="Opening the shortlists …" />;
  if (shortlists.isError) return <Failed error={shortlists.error} retry={() => void shortlists.refetch()} />;
  const { kept: listed, away } = parted(
    shortlists.data.filter((each) => clientId === null || each.clientId === null || each.clientId === clientId),
  );
  const current = shortlists.data.find(({ id }) => id === shortlistId) ?? (shortlistId ? undefined : listed[0]);
  if (listed.length === 0 && away.length === 0 && !current) {
    return (
      <Empty title="No shortlist yet">
        Choose homes in a <Link to="/search">search</Link> and press “Shortlist”: they are kept here for a client, or for
        yourself. Or begin one with no homes yet: <NewShortlist />
      </Empty>
    );
  }
  return (
    <div className={cx('shortlists')}>
      <nav className={cx('shortlists-list')} aria-label="Shortlists">
        <div className={cx('list-head')}>
          <h2>Shortlists</h2>
          <NewShortlist />
        </div>
        {listed.map((each) => (
          <ShortlistLink key={each.id} shortlist={each} isOpen={each.id === current?.id} />
        ))}
        {away.length > 0 && (
          <details className={cx('away')} open={current?.archivedAt != null}>
            <summary>Put away</summary>
            {away.map((each) => (
              <ShortlistLink key={each.id} shortlist={each} isOpen={each.id === current?.id} />
            ))}
          </details>
        )}
      </nav>
      {current ? (
        <One key={current.id} shortlist={current} others={ofSameClient(shortlists.data, current)} />
      ) : (
        <Empty title="This shortlist is gone">Choose another on the left.</Empty>
      )}
    </div>
  );
}

function ShortlistLink({ shortlist, isOpen }: { readonly shortlist: Shortlist; readonly isOpen: boolean }) {
  const { id, name, clientName, items, sharedAt } = shortlist;
  return (
    <NavLink to={`/shortlists/${id}`} className={cx(isOpen ? 'shortlist-link active' : 'shortlist-link')}>
      <b>{name}</b>
      <span className="tight">
        {clientName ?? 'Your own'} · {items.length} {items.length === 1 ? 'home' : 'homes'}
        {sharedAt !== null && ' · shared'}
      </span>
    </NavLink>
  );
}

/** What stands in the address for the order by the minutes to the first place, the second, and so on. */
const WAYS = ['minutes', 'minutes2', 'minutes3', 'minutes4', 'minutes5', 'minutes6'];

/** Whether the household put the homes in an order of its own. */
function hasTheirOrder({ items }: Shortlist): boolean {
  return items.some(({ ownPosition }) => ownPosition !== null);
}

function ofSameClient(all: readonly Shortlist[], { id, clientId }: Shortlist): Shortlist[] {
  return all.filter((each) => each.clientId === clientId && each.id !== id);
}

function One({ shortlist, others }: { readonly shortlist: Shortlist; readonly others: readonly Shortlist[] }) {
  const [parameters, set] = useParameters();
  const asked = parameters.get('order') ?? 'own';
  const by = asked in ORDERS ? (asked as Order) : 'own';
  const ways = useMinutes(shortlist);
  const way = ways[WAYS.indexOf(asked)];
  const isByHand = by === 'own' && way === undefined;
  const { order, items, drop, step } = useOrder(shortlist);
  const ordered = way ? nearestFirst(items, way.minutes) : inOrder(items, by);
  const sensors = useDrag();
  const homes = useMemo(
    () => shortlist.items.map(({ listing, listingKey }) => ({ ...listing, ListingKey: listingKey })),
    [shortlist.items],
  );
  const [hovered, setHovered] = useState<string | null>(null);
  const navigate = useNavigate();
  const keys = shortlist.items.map(({ listingKey }) => listingKey);
  const isBoard = parameters.get('as') === 'board';
  const wanted = ordered.flatMap(({ stage, listingKey }) => (stage === 'dropped' ? [] : listingKey));
  const beside = besideAddress(wanted.slice(0, MOST_BESIDE));
  return (
    <section className={cx('shortlist')} aria-label={shortlist.name}>
      <header className="page-head">
        <h1>{shortlist.name}</h1>
        <span className="soft">
          {shortlist.clientId === null ? (
            'your own'
          ) : (
            <>
              for <Link to={`/clients/${shortlist.clientId}`}>{shortlist.clientName}</Link>
            </>
          )}
          {shortlist.archivedAt !== null && ' · put away'}
        </span>
        <span className={cx('acts')}>
          {items.length > 0 && <ShareShortlist shortlist={shortlist} />}
          <MakeRound keys={wanted} clientId={shortlist.clientId} />
          {beside !== null && <ButtonLink to={beside}>Side by side</ButtonLink>}
          <PdfOfHomes keys={keys} title={shortlist.name} />
          <SendHomes keys={keys} clientId={shortlist.clientId} />
          <ShortlistMenu shortlist={shortlist} others={others} />
        </span>
      </header>
      <div className={cx('view')}>
        <div role="group" aria-label="How the homes are shown">
          <Button type={isBoard ? 'text' : 'default'} aria-pressed={!isBoard} onClick={() => set({ as: null })}>
            List
          </Button>
          <Button type={isBoard ? 'default' : 'text'} aria-pressed={isBoard} onClick={() => set({ as: 'board' })}>
            Board
          </Button>
        </div>
        {!isBoard && (
          <Select
            aria-label="Order"
            value={way ? asked : by}
            popupMatchSelectWidth={false}
            className={cx('order')}
            options={[
              ...Object.entries(ORDERS)
                .filter(([value]) => value !== 'theirs' || hasTheirOrder(shortlist))
                .map(([value, label]) => ({ value, label })),
              ...ways.map(({ label }, i) => ({ value: WAYS[i], label })),
            ]}
            onChange={(value) => set({ order: value === 'own' ? null : value })}
          />
        )}
        <AddByNumbers shortlist={shortlist} />
        {!isBoard && isByHand && items.length > 1 && (
          <span className="soft">Drag a home to change the order, or move it with the arrow keys.</span>
        )}
        {isBoard && <span className="soft">Drag a home to its stage. Asked, booked and seen come of its showings.</span>}
      </div>
      {items.length === 0 && (
        <Empty title="No homes on it">
          Choose some in a <Link to="/search">search</Link>, or paste their numbers or addresses.
        </Empty>
      )}
      {items.length > 0 && !isBoard && (
        <HomesOnMap
          label="Where the homes of the shortlist lie"
          homes={homes}
          hovered={hovered}
          onHover={setHovered}
          onOpen={(key) => void navigate(`/listings/${key}`)}
        />
      )}
      {isBoard ? (
        items.length > 0 && <Board shortlist={shortlist} />
      ) : (
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
          <SortableContext items={[...order]} strategy={verticalListSortingStrategy}>
            <ol className={cx('shortlist-items')}>
              {ordered.map((item, i) => (
                <ItemRow
                  key={item.id}
                  item={item}
                  index={i}
                  isMovable={isByHand}
                  minutes={way ? (way.minutes.get(item.listingKey) ?? null) : undefined}
                  shortlist={shortlist}
                  isHovered={hovered === item.listingKey}
                  onHover={setHovered}
                  onStep={(by) => step(item.id, by)}
                />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
      )}
    </section>
  );
}
