import { sayPeriod } from '@perambula/core';
import type { Bound } from '@perambula/core';
import { useMemo } from 'react';
import { Link, useLocation } from 'react-router';
import { useParameters } from '../../shared/useParameters.js';
import { Failed, Waiting } from '../../shared/Waiting.js';
import { useKeptBounds } from '../bounds/index.js';
import { useChoices } from '../searches/index.js';
import { Compared } from './Compared.js';
import { useComps } from './comps.api.js';
import { addressOf, askedOf, searchesOf } from './place.rules.js';
import type { AskedByPlace } from './place.rules.js';
import { PlaceChooser } from './PlaceChooser.js';
import { whereOf } from '../../shared/where.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './CompsPage.module.css';

const cx = classesOf(ownCss);

/** What was sold in a place, and what else there is: for sale, under contract, or off. */
export function PlaceComps() {
  const [params, change] = useParameters();
  const drawn = (useLocation().state as { readonly bound?: Bound } | null)?.bound ?? null;
  const kept = useKeptBounds();
  const { place, kind, subType, span } = askedOf(params);
  const asked = useMemo((): AskedByPlace => ({ place, kind, subType, span }), [place, kind, subType, span]);
  const where = useMemo(() => whereOf(place, kept.data ?? [], drawn), [place, kept.data, drawn]);
  const isGone = place !== '' && !where && !kept.isPending;
  return (
    <div className={cx('page wide-on-paper')}>
      <header className={cx('head')}>
        <h1>{where ? `Comps: ${where.name}` : 'Comps by place'}</h1>
      </header>
      <PlaceChooser
        asked={isGone ? { ...asked, place: '' } : asked}
        kept={kept.data ?? []}
        drawn={drawn}
        onChange={({ subType: subtype, ...next }) => change({ ...next, subtype: subtype || null })}
      />
      {where ? (
        <Found asked={asked} where={where} />
      ) : (
        <>
          <p className="soft">
            {isGone && 'The bound is kept no more. '}
            Choose a place to see how many homes were sold there, for how much, and what there is now. Round one home: open its
            listing and press Comps. In a bound that you draw: see the dots at its end, on the search.
          </p>
          <Towns asked={asked} />
        </>
      )}
    </div>
  );
}

/** The towns, each a click away. */
function Towns({ asked }: { readonly asked: AskedByPlace }) {
  const towns = useChoices().data?.['City'] ?? [];
  return (
    <ul className={cx('towns')} aria-label="Towns">
      {towns.map(({ value }) => (
        <li key={value}>
          <Link to={addressOf({ ...asked, place: `City:${value}` })}>{value}</Link>
        </li>
      ))}
    </ul>
  );
}

function Found({ asked, where }: { readonly asked: AskedByPlace; readonly where: NonNullable<ReturnType<typeof whereOf>> }) {
  const searches = useMemo(() => searchesOf(asked, where), [asked, where]);
  const sold = useComps({}, { search: searches.sold });
  const others = useComps({}, { search: searches.others });
  const homes = useMemo(
    () => [...(sold.data?.homes ?? []), ...(others.data?.homes ?? [])],
    [sold.data?.homes, others.data?.homes],
  );
  const failed = [sold, others].find(({ isError }) => isError);
  if (failed?.error) return <Failed error={failed.error} retry={() => void failed.refetch()} />;
  if (!sold.data || !others.data) return <Waiting what="Gathering what was sold …" />;
  return (
    <Compared
      key={JSON.stringify(asked)}
      about={{}}
      subject={null}
      homes={homes}
      total={sold.data.total + others.data.total}
      miles={null}
      title={`${where.name}: sold in the last ${sayPeriod(asked.span)}, and now`}
      sold={{ total: sold.data.total, span: asked.span }}
    />
  );
}
