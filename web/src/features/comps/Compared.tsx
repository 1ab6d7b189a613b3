import { groupsOf, USUAL_WEIGHTS } from '@perambula/core';
import type { LikenessWeights, ListingRecord } from '@perambula/core';
import type { CompsAnswer } from '@perambula/contract';
import { Button } from 'antd';
import { Printer } from 'lucide-react';
import { lazy, memo, Suspense, useCallback, useDeferredValue, useMemo, useState } from 'react';
import type { ComponentProps } from 'react';
import { useNow } from '../../shared/clock.api.js';
import { calendarDay } from '../../shared/format.js';
import { Waiting } from '../../shared/Waiting.js';
import { HomesOnMap } from '../homesMap/index.js';
import { OutlookPanel } from '../listings/index.js';
import type { Subject } from './comps.api.js';
import { compsOf, sayBeside, tickedAtFirst } from './comps.rules.js';
import { CompsFile } from './CompsFile.js';
import { CompsTable } from './CompsTable.js';
import { SoldFigures } from './SoldFigures.js';
import { AdjustedSales, useWorth, ValueRange } from './ValueRange.js';
import { Weights } from './Weights.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './CompsPage.module.css';

const cx = classesOf(ownCss);

const PriceBySize = lazy(async () => ({ default: (await import('./PriceBySize.js')).PriceBySize }));

interface Props extends CompsAnswer {
  readonly about: Subject;
  /** What a file of it is called. */
  readonly title: string;
  /** Where a place was asked for: how many were sold there, and in what time. */
  readonly sold?: ComponentProps<typeof SoldFigures>['sold'];
}

/** Homes compared, by what became of them; those ticked count. */
export function Compared({ about, subject, homes, total, miles, title, sold }: Props) {
  const isListed = about.parcel === undefined;
  const today = calendarDay(useNow());
  const [weights, setWeights] = useState(USUAL_WEIGHTS);
  const { comps, ticked, tick, groups } = useTicked(homes, subject, weights, today, sold !== undefined);
  // the figures follow a tick at once; what is drawn of them, and the range, come right after
  const drawn = useDeferredValue(ticked);
  const counted = useMemo(() => comps.filter(({ record }) => drawn.has(record.ListingKey)), [comps, drawn]);
  const countedHomes = useMemo(() => counted.map(({ record }) => record), [counted]);
  const worth = useWorth(subject, countedHomes, today);
  const count = groups.reduce((sum, group) => sum + group.ticked, 0);
  return (
    <>
      <div className={cx('head')}>
        <span role="status" className={cx('beside')}>
          {sayBeside(count, homes.length, total, miles)}
        </span>
        <span className={cx('acts')}>
          {subject && <Weights weights={weights} onChange={setWeights} />}
          <CompsFile about={about} keys={countedHomes.map(({ ListingKey }) => ListingKey)} title={title} />
          <Button icon={<Printer size={14} />} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      {sold && <SoldFigures closed={groups.find(({ group }) => group === 'closed')} sold={sold} />}
      <div className={cx('columns')}>
        <div>
          {homes.length === 0 ? (
            <p className="soft">
              {subject ? 'No home of its kind is near enough to compare.' : 'There is no home of its kind to compare.'}
            </p>
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
    </>
  );
}

/** The homes with their figures, which of them are ticked, and the averages of those, by what became of them. */
function useTicked(
  homes: readonly ListingRecord[],
  subject: ListingRecord | null,
  weights: LikenessWeights,
  today: string,
  soldFirst: boolean,
) {
  const [own, setOwn] = useState<ReadonlySet<string> | null>(null);
  const comps = useMemo(() => compsOf(homes, subject, weights, today), [homes, subject, weights, today]);
  const atFirst = useMemo(() => tickedAtFirst(comps), [comps]);
  const ticked = own ?? atFirst;
  const groups = useMemo(() => {
    const inOrder = groupsOf(comps, ticked);
    return soldFirst ? inOrder.sort((a, b) => Number(b.group === 'closed') - Number(a.group === 'closed')) : inOrder;
  }, [comps, ticked, soldFirst]);
  const tick = useCallback(
    (key: string): void =>
      setOwn((before) => {
        const next = new Set(before ?? atFirst);
        if (!next.delete(key)) next.add(key);
        return next;
      }),
    [atFirst],
  );
  return { comps, ticked, tick, groups };
}

const Where = memo(function Where({
  homes,
  subject,
}: {
  readonly homes: readonly ListingRecord[];
  readonly subject: ListingRecord | null;
}) {
  const all = useMemo(() => (subject ? [subject, ...homes] : homes), [subject, homes]);
  return (
    <section aria-label="Where they are" className={cx('where')}>
      <h2>Where they are</h2>
      <HomesOnMap label="Where the homes compared lie" homes={all} />
    </section>
  );
});
