import type { Movement } from '@perambula/core';
import { Line } from 'react-chartjs-2';
import '../../shared/charts.js';
import { classesOf } from '../../shared/classes.js';
import { day } from '../../shared/format.js';
import { COLOUR } from '../../shared/tokens.js';
import { plain } from './market.rules.js';
import ownCss from './ForSaleChart.module.css';

const cx = classesOf(ownCss);

const DAY_MS = 86_400_000;

/** How many homes were for sale, week by week over a year, and the year before; the same as a table. */
export function ForSaleChart({ weeks }: Pick<Movement, 'weeks'>) {
  const first = weeks[0]?.at ?? 0;
  const weekOf = (at: number): number => (at - first) / DAY_MS / 7;
  const line = (of: 'forSale' | 'yearBefore', colour: string, dash: number[]) => ({
    data: weeks.map((week) => ({ x: weekOf(week.at), y: week[of] })),
    borderColor: colour,
    backgroundColor: colour,
    borderWidth: 2,
    borderDash: dash,
    pointRadius: 0,
    pointHitRadius: 6,
  });
  const dateAt = (week: number): string => day(new Date(weeks[Math.round(week)]?.at ?? first).toISOString());
  return (
    <section>
      <h2>For sale, a year by week</h2>
      <p className={cx('key')}>
        <span className={cx('now')}>this year</span> <span className={cx('then')}>the year before</span>
      </p>
      <div className={cx('chart')}>
        <Line
          role="img"
          aria-label="Homes for sale, week by week over a year and the year before; the same is in the table below"
          data={{ datasets: [line('forSale', COLOUR.mulberry, []), line('yearBefore', COLOUR.soft, [3, 3])] }}
          options={{
            parsing: false,
            animation: false,
            maintainAspectRatio: false,
            scales: {
              x: {
                type: 'linear',
                min: 0,
                max: weeks.length - 1,
                grid: { display: false },
                ticks: { stepSize: 13, maxRotation: 0, callback: (value) => monthAt(weeks, Number(value)) },
              },
              y: { border: { display: false }, grid: { color: COLOUR.rule }, ticks: { maxTicksLimit: 5, precision: 0 } },
            },
            plugins: {
              tooltip: {
                callbacks: {
                  title: ([item]) => (item ? dateAt(item.parsed.x ?? 0) : ''),
                  label: (item) => `${plain(item.parsed.y ?? 0)} for sale${item.datasetIndex === 0 ? '' : ' a year before'}`,
                },
              },
            },
          }}
        />
      </div>
      <details className={cx('table')}>
        <summary>As a table</summary>
        <table>
          <thead>
            <tr>
              <th scope="col">week to</th>
              <th scope="col">for sale</th>
              <th scope="col">a year before</th>
            </tr>
          </thead>
          <tbody>
            {weeks.toReversed().map(({ at, forSale, yearBefore }) => (
              <tr key={at}>
                <td>{day(new Date(at).toISOString())}</td>
                <td>{plain(forSale)}</td>
                <td>{plain(yearBefore)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}

function monthAt(weeks: Movement['weeks'], week: number): string {
  const at = weeks[Math.round(week)]?.at;
  return at === undefined ? '' : new Date(at).toLocaleDateString('en-US', { month: 'short' });
}
