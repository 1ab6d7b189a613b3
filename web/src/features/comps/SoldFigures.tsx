import { sayFigure, sayPeriod } from '@perambula/core';
import type { GroupOfComps } from '@perambula/core';
import type { Comp } from './comps.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './SoldFigures.module.css';

const cx = classesOf(ownCss);

interface Props {
  /** The closed ones among the homes; undefined where there is none. */
  readonly closed: GroupOfComps<Comp> | undefined;
  readonly sold: { readonly total: number; readonly span: string };
}

/** How many were sold, and the figures that are asked for on the telephone. */
export function SoldFigures({ closed, sold: { total, span } }: Props) {
  if (!closed)
    return (
      <p className={cx('none')}>
        <b>Nothing was sold there</b> in the last {sayPeriod(span)}. A longer time or a wider place may tell more.
      </p>
    );
  const { comps, ticked, averages } = closed;
  const { price, perSquareFoot, days } = averages;
  const figures = [
    ['sold', total.toLocaleString('en-US')],
    ['lowest', sayFigure('price', price.lowest)],
    ['median', sayFigure('price', price.median)],
    ['highest', sayFigure('price', price.highest)],
    ['per sq ft, median', sayFigure('perSquareFoot', perSquareFoot.median)],
    ['days, median', sayFigure('days', days.median)],
  ] as const;
  return (
    <section aria-label="What was sold">
      <dl className={cx('figures')}>
        {figures.map(([name, figure]) => (
          <div key={name}>
            <dd>{figure}</dd>
            <dt>{name}</dt>
          </div>
        ))}
      </dl>
      {(total > comps.length || ticked < comps.length) && (
        <p className="soft">
          {total > comps.length && `Prices and days are those of the newest ${comps.length.toLocaleString('en-US')}. `}
          {ticked < comps.length && `${ticked} of ${comps.length} counted.`}
        </p>
      )}
    </section>
  );
}
