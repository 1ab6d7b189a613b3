import { CategoryScale, Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { dollars } from '@perambula/core';
import { Line } from 'react-chartjs-2';
import { dateOf, day } from '../../shared/format.js';
import { COLOUR, FONT } from '../../shared/tokens.js';
import type { PricePoint } from './history.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './PriceHistory.module.css';

const cx = classesOf(ownCss);

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Tooltip);
Chart.defaults.font.family = FONT.text;
Chart.defaults.font.size = 11;
Chart.defaults.color = COLOUR.soft;

const TWO_YEARS_MS = 2 * 365 * 86_400_000;

/** The day within a year or two, the year over a longer time. */
function tick(at: number, points: readonly PricePoint[]): string {
  const [first, last] = [points[0]?.at ?? at, points[points.length - 1]?.at ?? at];
  return last - first > TWO_YEARS_MS ? String(new Date(at).getUTCFullYear()) : (day(at).split(', ')[1] ?? '');
}

/** The asking price as steps over time. What it shows stands in words under it. */
export function PriceHistory({ points }: { readonly points: readonly PricePoint[] }) {
  return (
    <div className={cx('price-history')}>
      <Line
        aria-label="Asking price over time; the same is listed below"
        role="img"
        data={{
          datasets: [
            {
              data: points.map(({ at, price }) => ({ x: at, y: price })),
              stepped: 'before',
              borderColor: COLOUR.mulberry,
              backgroundColor: COLOUR.mulberry,
              borderWidth: 2,
              pointRadius: 2.4,
              spanGaps: false,
              clip: 4,
            },
          ],
        }}
        options={{
          parsing: false,
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: {
              type: 'linear',
              min: points[0]?.at ?? 0,
              max: points[points.length - 1]?.at ?? 1,
              grid: { display: false },
              ticks: { maxTicksLimit: 5, callback: (value) => tick(Number(value), points) },
            },
            y: {
              grid: { color: COLOUR.rule },
              border: { display: false },
              grace: '12%',
              ticks: { maxTicksLimit: 5, callback: (value) => `$${Math.round(Number(value) / 1000)}k` },
            },
          },
          plugins: {
            tooltip: {
              callbacks: {
                title: ([item]) => (item ? dateOf(item.parsed.x ?? 0) : ''),
                label: (item) => dollars(item.parsed.y ?? 0),
              },
            },
          },
        }}
      />
    </div>
  );
}
