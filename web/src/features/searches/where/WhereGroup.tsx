import type { Search } from '@perambula/core';
import { useState } from 'react';
import { KeptBounds } from '../../bounds/index.js';
import { PlaceField } from '../../places/index.js';
import { BoundRow } from './BoundRow.js';
import { freshId } from '../draft/draft.js';
import type { LinesProps } from '../lines/linesProps.js';
import { classesOf } from '../../../shared/classes.js';
import lineCss from '../line.module.css';
import ownCss from './WhereGroup.module.css';

const cx = classesOf(lineCss, ownCss);

type Props = LinesProps & {
  readonly most: number;
  /** The lines of minutes to places. */
  readonly journeys: React.ReactNode;
};

/** Where homes are to lie: the search's bounds, kept in or out. */
export function WhereGroup(props: Props) {
  const { search, count, most, pen, onPen, onChange, onShow, boundChosen, onChooseBound, onPlace, triedWithout, onTry } = props;
  const inCount = search.bounds.filter(({ mode }) => mode === 'in').length;
  const shown = [...search.bounds.filter(({ mode }) => mode === 'in'), ...search.bounds.filter(({ mode }) => mode === 'out')];
  const [choosing, setChoosing] = useState(false);
  return (
    <section aria-label="Where">
      <h4 className={cx('lines-head')}>
        Where{' '}
        <span className={cx('lines-head-end')}>
          {inCount > 1 && count ? `${count.keepIn.holdsBack} held back by all` : 'holds back'}
        </span>
      </h4>
      {shown.map((bound, i) => (
        <BoundRow
          key={bound.id}
          bound={bound}
          isFurther={i > 0}
          search={search}
          held={count?.bounds.find(({ id }) => id === bound.id)}
          most={most}
          isChosen={boundChosen === bound.id}
          onChoose={() => onChooseBound(bound.id)}
          onChange={onChange}
          onShow={onShow}
          tried={triedWithout === bound.id}
          onTry={onTry}
        />
      ))}
      {props.journeys}
      {(pen === 'circle' || pen === 'place') && (
        <PlaceField
          key={pen}
          label={pen === 'circle' ? 'Around which place' : 'Within minutes of which place'}
          onChoose={onPlace}
          onLeave={() => onPen(null)}
        />
      )}
      <AddBounds
        pen={pen}
        onPen={onPen}
        onKept={() => setChoosing(true)}
        onClear={search.bounds.length > 1 ? () => onChange({ ...search, bounds: [] }) : null}
      />
      {choosing && (
        <KeptBounds onUse={(bounds, mode) => onChange(withKeptBounds(search, bounds, mode))} onLeave={() => setChoosing(false)} />
      )}
    </section>
  );
}

const PENS = [
  { value: 'circle', label: 'Around a place' },
  { value: 'place', label: 'Within minutes' },
  { value: 'corners', label: 'Draw' },
] as const;

/** The ways to add a bound. */
function AddBounds({
  pen,
  onPen,
  onKept,
  onClear,
}: Pick<LinesProps, 'pen' | 'onPen'> & {
  readonly onKept: () => void;
  /** Removes all bounds; null where there is nothing to clear away. */
  readonly onClear: (() => void) | null;
}) {
  return (
    <div className={cx('where-add')}>
      {PENS.map(({ value, label }) => (
        <button
          key={value}
          type="button"
          className={pen === value ? 'link is-on' : 'link'}
          aria-pressed={pen === value}
          onClick={() => onPen(pen === value ? null : value)}
        >
          + {label}
        </button>
      ))}
      <button type="button" className="link" onClick={onKept}>
        + A kept bound
      </button>
      {onClear && (
        <button type="button" className="link" onClick={onClear}>
          Clear all
        </button>
      )}
    </div>
  );
}

type UsedBounds = Parameters<React.ComponentProps<typeof KeptBounds>['onUse']>;

/** A search with kept bounds more, each by an id that nothing else of it has. */
function withKeptBounds(search: Search, bounds: UsedBounds[0], mode: UsedBounds[1]): Search {
  return bounds.reduce(
    (now, { name, shape, keptId }): Search => ({
      ...now,
      bounds: [...now.bounds, { id: freshId(now), mode, shape, ...(name ? { name } : {}), ...(keptId ? { keptId } : {}) }],
    }),
    search,
  );
}
