import type { Outlook } from '@perambula/core';
import { Line } from 'react-chartjs-2';
import '../../shared/charts.js';
import { COLOUR } from '../../shared/tokens.js';
import { wholePercent } from './outlook.rules.js';
import { classesOf } from '../../shared/classes.js';
import panelCss from './OutlookPanel.module.css';

const cx = classesOf(panelCss);

/** Longer than this hardly any home is seen, and the chart would be mostly flat. */
const MOST_DAYS = 180;

/** The share under contract, and with a cut, by days for sale. The same stands in the table under it. */
export function OutlookChart({ outlook }: { readonly outlook: Outlook }) {
  const until = Math.min(MOST_DAYS, Math.ceil(outlook.contract.seenFor / 30) * 30);
  const line = (steps: readonly { readonly day: number; readonly share: number }[], colour: string) => {
    const shown = steps.filter(({ day }) => day <= until);
    return {
      data: [{ x: 0, y: 0 }, ...shown.map(({ day, share }) => ({ x: day, y: share })), { x: until, y: shown.at(-1)?.share ?? 0 }],
      stepped: 'before' as const,
      borderColor: colour,
      backgroundColor: colour,
      borderWidth: 2,
      pointRadius: 0,
      pointHitRadius: 6,
    };
  };
  return (
    <div className={cx('chart')}>
      <Line
        role="img"
        aria-label="Share of homes like it under contract, and with a price cut, by days for sale; the same is in the table below"
        data={{ datasets: [line(outlook.contract.steps, COLOUR.mulberry), line(outlook.cut.steps, COLOUR.ochre)] }}
        options={{
          parsing: false,
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: {
              type: 'linear',
              min: 0,
              max: until,
              grid: { display: false },
              ticks: { stepSize: until > 90 ? 60 : 30, maxRotation: 0, callback: (value) => `${Number(value)} days` },
            },
            y: {
              min: 0,
              max: 1,
              border: { display: false },
              grid: { color: COLOUR.rule },
              ticks: { stepSize: 0.5, callback: (value) => wholePercent(Number(value)) },
            },
          },
          plugins: {
            tooltip: {
              callbacks: {
                title: ([item]) => (item ? `within ${item.parsed.x ?? 0} days` : ''),
                label: (item) =>
                  `${wholePercent(item.parsed.y ?? 0)} ${item.datasetIndex === 0 ? 'under contract' : 'cut their price'}`,
              },
            },
          },
        }}
      />
    </div>
  );
}
