import { COMP_GROUPS, dollars, figuresOfHome, GROUP_SAID } from '@perambula/core';
import type { CompGroup, ListingRecord } from '@perambula/core';
import type { ChartOptions } from 'chart.js';
import { memo } from 'react';
import { Scatter } from 'react-chartjs-2';
import { street } from '../../shared/format.js';
import { thousandsOfDollars } from '../../shared/charts.js';
import { COLOUR } from '../../shared/tokens.js';
import type { Comp } from './comps.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './PriceBySize.module.css';

const cx = classesOf(ownCss);

/** Told apart by shape, as statuses are everywhere. */
const LOOKS: Readonly<
  Record<CompGroup, { readonly pointStyle: 'circle' | 'rect' | 'crossRot' | 'triangle'; readonly colour: string }>
> = {
  asked: { pointStyle: 'circle', colour: COLOUR.mulberry },
  underContract: { pointStyle: 'triangle', colour: COLOUR.mulberry },
  closed: { pointStyle: 'rect', colour: COLOUR.ink },
  off: { pointStyle: 'crossRot', colour: COLOUR.soft },
};

const OPTIONS: ChartOptions<'scatter'> = {
  animation: false,
  maintainAspectRatio: false,
  scales: {
    x: {
      grid: { display: false },
      grace: '8%',
      ticks: { maxTicksLimit: 4, callback: (value) => `${Number(value).toLocaleString('en-US')} sq ft` },
    },
    y: {
      grid: { color: COLOUR.rule },
      border: { display: false },
      grace: '8%',
      ticks: { maxTicksLimit: 5, callback: thousandsOfDollars },
    },
  },
  plugins: {
    tooltip: {
      callbacks: {
        label: ({ raw }) => {
          const { name, x, y } = raw as { name: string; x: number; y: number };
          return `${name}: ${dollars(y)}, ${x.toLocaleString('en-US')} sq ft`;
        },
      },
    },
  },
};

interface Props {
  readonly comps: readonly Comp[];
  readonly subject: ListingRecord | null;
  readonly today: string;
}

/** Price over size of the homes counted, with the subject among them. The same stands in the table. */
export const PriceBySize = memo(function PriceBySize({ comps, subject, today }: Props) {
  const groups = COMP_GROUPS.filter((group) => comps.some((comp) => comp.group === group));
  const own = subject && figuresOfHome(subject, today);
  const sets = groups.map((group) => ({
    name: GROUP_SAID[group],
    homes: comps.filter((comp) => comp.group === group).map(({ record, figures }) => ({ record, figures })),
    ...LOOKS[group],
    radius: 4,
  }));
  if (subject && own && own.price !== null && own.size !== null)
    sets.push({
      name: 'The home itself',
      homes: [{ record: subject, figures: own }],
      pointStyle: 'circle',
      colour: COLOUR.ochre,
      radius: 7,
    });
  const pointsOf = (homes: (typeof sets)[number]['homes']) =>
    homes.flatMap(({ record, figures: { size, price } }) =>
      size === null || price === null ? [] : [{ x: size, y: price, name: street(record) }],
    );
  return (
    <>
      <div className={cx('chart')}>
        <Scatter
          role="img"
          aria-label="Price over living area of the homes counted; the same is in the table"
          data={{
            datasets: sets.map(({ homes, pointStyle, colour, radius }) => ({
              data: pointsOf(homes),
              pointStyle,
              borderColor: colour,
              backgroundColor: colour,
              pointRadius: radius,
              pointHoverRadius: radius + 1,
            })),
          }}
          options={OPTIONS}
        />
      </div>
      <p className={cx('legend tight')}>
        {sets.map(({ name, pointStyle, colour }) => (
          <span key={name}>
            <i data-shape={pointStyle} style={{ color: colour }} aria-hidden="true" /> {name.toLowerCase()}
          </span>
        ))}
      </p>
    </>
  );
});
