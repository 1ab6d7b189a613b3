import { USUAL_WEIGHTS } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import type { CompsAnswer } from '@perambula/contract';
import { Button } from 'antd';
import { Printer } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay, street } from '../../shared/format.js';
import { useParameters } from '../../shared/useParameters.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { HomesOnMap } from '../homesMap/index.js';
import { OutlookPanel } from '../listings/index.js';
import { useComps } from './comps.api.js';
import type { Subject } from './comps.api.js';
import { compsOf, groupsOf, sayBeside, tickedAtFirst } from './comps.rules.js';
import { CompsTable } from './CompsTable.js';
import { AdjustedSales, useWorth, ValueRange } from './ValueRange.js';
import { Weights } from './Weights.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './CompsPage.module.css';

const cx = classesOf(ownCss);

const PriceBySize = lazy(async () => ({ default: (await import('./PriceBySize.js')).PriceBySize }));

/** Comparable homes: those round a subject, or those that were chosen among results. */
export function CompsPage() {
  const { listingKey, parcelNumber } = useParams();
  const about = useMemo(
    (): Subject => (listingKey ? { subject: listingKey } : parcelNumber ? { parcel: parcelNumber } : {}),
    [listingKey, parcelNumber],
  );
  const homes = useParameters()[0].get('homes') ?? '';
  const keys = useMemo(() => homes.split(',').filter(Boolean), [homes]);
  const answer = useComps(about, keys);
  if (!listingKey && !parcelNumber && keys.length === 0)
    return (
      <div className="empty">
        <h3>No homes to compare</h3>
        <p>
          Tick some among the <Link to="/search">results of a search</Link>, or open a listing and press <b>Comps</b>.
        </p>
      </div>
    );
  if (answer.isPending) return <Waiting what="Gathering homes like it …" />;
  if (answer.isError) return <Failed error={answer.error} retry={() => void answer.refetch()} />;
  return <Compared key={`${listingKey} ${parcelNumber} ${homes}`} {...answer.data} isListed={parcelNumber === undefined} />;
}

function Compared({ subject, homes, total, miles, isListed }: CompsAnswer & { readonly isListed: boolean }) {
  const today = calendarDay(useNow());
  const [weights, setWeights] = useState(USUAL_WEIGHTS);
  const [ownTicks, setOwnTicks] = useState<ReadonlySet<string> | null>(null);
  const comps = useMemo(() => compsOf(homes, subject, weights, today), [homes, subject, weights, today]);
  const atFirst = useMemo(() => tickedAtFirst(comps), [comps]);
  const ticked = ownTicks ?? atFirst;
  const groups = useMemo(() => groupsOf(comps, ticked), [comps, ticked]);
  const counted = comps.filter(({ record }) => ticked.has(record.ListingKey));
  const countedHomes = useMemo(
    () => comps.flatMap(({ record }) => (ticked.has(record.ListingKey) ? record : [])),
    [comps, ticked],
  );
  const worth = useWorth(subject, countedHomes, today);
  const tick = (key: string): void => {
    const next = new Set(ticked);
    if (!next.delete(key)) next.add(key);
    setOwnTicks(next);
  };
  return (
    <div className={cx('page')}>
      <header className={cx('head')}>
        <h1>
          {subject ? street(subject) : 'Homes compared'}{' '}
          <span className={cx('beside')}>{sayBeside(counted.length, homes.length, total, miles)}</span>
        </h1>
        <span className={cx('acts')}>
          {subject && <Weights weights={weights} onChange={setWeights} />}
          <Button icon={<Printer size={14} />} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </header>
      <div className={cx('columns')}>
        <div>
          {homes.length === 0 ? (
            <p className="soft">No home of its kind is near enough to compare.</p>
          ) : (
            <CompsTable subject={subject} isListed={isListed} today={today} groups={groups} ticked={ticked} onTick={tick} />
          )}
          {subject && worth?.model && worth.range && (
            <AdjustedSales subject={subject} homes={countedHomes} model={worth.model} range={worth.range} />
          )}
          <p className="tight">
            Price is what was paid where a home closed, else what is asked. Days run until a contract, until it went off, or to
            today. Not an appraisal.
          </p>
        </div>
        <aside className={cx('side')}>
          {subject && worth && <ValueRange subject={subject} worth={worth} />}
          <section aria-label="Price by size">
            <h2>Price by size</h2>
            <Suspense fallback={<Waiting what="Drawing …" />}>
              <PriceBySize comps={counted} subject={subject} today={today} />
            </Suspense>
          </section>
          {subject && isListed && <OutlookPanel listingKey={subject.ListingKey} />}
          <Where homes={countedHomes} subject={subject} />
        </aside>
      </div>
    </div>
  );
}

function Where({ homes, subject }: { readonly homes: readonly ListingRecord[]; readonly subject: ListingRecord | null }) {
  const all = useMemo(() => (subject ? [subject, ...homes] : homes), [subject, homes]);
  return (
    <section aria-label="Where they are" className={cx('where')}>
      <h2>Where they are</h2>
      <HomesOnMap label="Where the homes compared lie" homes={all} />
    </section>
  );
}
