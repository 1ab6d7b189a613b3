import type { Plugin } from 'chart.js';
import { dollars } from '@perambula/core';
import type { HomeHistory } from '@perambula/core';
import { Line } from 'react-chartjs-2';
import { dateOf, day } from '../../shared/format.js';
import { thousandsOfDollars } from '../../shared/charts.js';
import { COLOUR } from '../../shared/tokens.js';
import { contractsOf, priceMarks, priceSteps } from './history.rules.js';
import type { PricePoint } from './history.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './PriceHistory.module.css';

const cx = classesOf(ownCss);

const TWO_YEARS_MS = 2 * 365 * 86_400_000;
/** A contract of a few days among years is still seen. */
const NARROWEST_PX = 3;

/** The day within a year or two, the year over a longer time. */
function tick(at: number, points: readonly PricePoint[]): string {
  const [first, last] = [points[0]?.at ?? at, points[points.length - 1]?.at ?? at];
  return last - first > TWO_YEARS_MS ? String(new Date(at).getUTCFullYear()) : (day(at).split(', ')[1] ?? '');
}

/** Shades the times under contract behind the line. */
function shading(spans: readonly { readonly from: number; readonly to: number }[]): Plugin<'line'> {
  return {
    id: 'contracts',
    beforeDatasetsDraw({ ctx, chartArea, scales }) {
      const { x } = scales;
      if (!x) return;
      ctx.save();
      ctx.fillStyle = COLOUR.ochreTint;
      for (const { from, to } of spans) {
        const left = x.getPixelForValue(from);
        const width = Math.max(NARROWEST_PX, x.getPixelForValue(to) - left);
        ctx.fillRect(left, chartArea.top, width, chartArea.height);
      }
      ctx.restore();
    },
  };
}

/** The asking price as steps over time, under contract shaded, each end by its status's mark. The same stands in words under it. */
export function PriceHistory({ history, now }: { readonly history: HomeHistory; readonly now: number }) {
  const points = priceSteps(history, now);
  const marks = priceMarks(history);
  return (
    <div className={cx('price-history')}>
      <Line
        aria-label="Asking price over time; the same is listed below"
        role="img"
        plugins={[shading(contractsOf(history, now))]}
        data={{
          datasets: [
            {
              data: points.map(({ at, price }) => ({ x: at, y: price })),
              stepped: 'before',
              borderColor: COLOUR.mulberry,
              backgroundColor: COLOUR.mulberry,
              borderWidth: 2,
              pointRadius: 2,
              spanGaps: false,
              clip: 6,
            },
            {
              data: marks.map(({ at, price }) => ({ x: at, y: price })),
              showLine: false,
              borderColor: COLOUR.ink,
              backgroundColor: COLOUR.ink,
              borderWidth: 2,
              pointRadius: 5,
              pointStyle: marks.map(({ status }) => (status === 'Closed' ? 'rect' : 'crossRot')),
              clip: 6,
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
              ticks: { maxTicksLimit: 5, maxRotation: 0, callback: (value) => tick(Number(value), points) },
            },
            y: {
              grid: { color: COLOUR.rule },
              border: { display: false },
              grace: '12%',
              ticks: { maxTicksLimit: 5, callback: thousandsOfDollars },
            },
          },
          plugins: {
            tooltip: {
              callbacks: {
                title: ([item]) => (item ? dateOf(item.parsed.x ?? 0) : ''),
                label: (item) => {
                  const status = item.datasetIndex === 1 ? marks[item.dataIndex]?.status.toLowerCase() : undefined;
                  return [status, dollars(item.parsed.y ?? 0)].filter(Boolean).join(' at ');
                },
              },
            },
          },
        }}
      />
    </div>
  );
}
