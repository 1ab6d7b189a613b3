import { dollars, GROUP_SAID } from '@perambula/core';
import type { CompGroup, FiguresOfHome } from '@perambula/core';
import { INK, MULBERRY, SOFT } from '../mail/index.js';
import type { ComparedHomes } from './comparedHomes.js';

/** Points, as wide as letter paper has room for. */
const [WIDTH, HEIGHT, LEFT, BOTTOM, TOP] = [520, 200, 60, 40, 8];
const STEPS = 4;
const OCHRE = '#B9770E';

/** Told apart by shape, so that it can be read in black and white. */
const MARKS: Readonly<Record<CompGroup | 'subject', (x: number, y: number) => string>> = {
  asked: (x, y) => `<circle cx="${x}" cy="${y}" r="3" fill="none" stroke="${MULBERRY}"/>`,
  underContract: (x, y) => `<path d="M${x} ${y - 4}l4 7h-8z" fill="none" stroke="${MULBERRY}"/>`,
  closed: (x, y) => `<rect x="${x - 3}" y="${y - 3}" width="6" height="6" fill="${INK}"/>`,
  off: (x, y) => `<path d="M${x - 3} ${y - 3}l6 6m0-6l-6 6" stroke="${SOFT}"/>`,
  subject: (x, y) => `<circle cx="${x}" cy="${y}" r="5" fill="${OCHRE}"/>`,
};

/** Price over living area as a drawing (SVG); null where fewer than two homes have both. */
export function priceBySize({ subject, groups }: ComparedHomes): string | null {
  const sets = [
    ...groups.map(({ group, comps }) => ({
      mark: group,
      name: GROUP_SAID[group],
      points: pointsOf(comps.map(({ figures }) => figures)),
    })),
    ...(subject ? [{ mark: 'subject' as const, name: subject.name, points: pointsOf([subject.figures]) }] : []),
  ].filter(({ points }) => points.length > 0);
  const all = sets.flatMap(({ points }) => points);
  if (all.length < 2) return null;
  const across = scale(
    all.map(([size]) => size),
    LEFT,
    WIDTH - 10,
  );
  const up = scale(
    all.map(([, price]) => price),
    HEIGHT - BOTTOM,
    TOP,
  );
  const text = (x: number, y: number, anchor: string, said: string): string =>
    `<text x="${x}" y="${y}" font-size="8" text-anchor="${anchor}" fill="${SOFT}">${escaped(said)}</text>`;
  const grid = [
    ...up.ticks.map(
      (price) =>
        `<path d="M${LEFT} ${up.at(price)}H${WIDTH - 10}" stroke="#E4DFD4" stroke-width="0.5"/>${text(LEFT - 5, up.at(price) + 3, 'end', dollars(price))}`,
    ),
    ...across.ticks.map((size, i) =>
      text(
        across.at(size),
        HEIGHT - BOTTOM + 12,
        i === across.ticks.length - 1 ? 'end' : 'middle',
        `${size.toLocaleString('en-US')} sq ft`,
      ),
    ),
  ];
  const marks = sets.flatMap(({ mark, points }) => points.map(([size, price]) => MARKS[mark](across.at(size), up.at(price))));
  const step = (WIDTH - LEFT) / sets.length;
  const legend = sets.map(
    ({ mark, name }, i) =>
      `${MARKS[mark](LEFT + step * i + 4, HEIGHT - 9)}${text(LEFT + step * i + 13, HEIGHT - 6, 'start', name)}`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">${[...grid, ...marks, ...legend].join('')}</svg>`;
}

function pointsOf(homes: readonly FiguresOfHome[]): [size: number, price: number][] {
  return homes.flatMap(({ size, price }) => (size === null || price === null ? [] : [[size, price] as [number, number]]));
}

/** Where values stand between two points, and round values to write there. */
function scale(
  values: readonly number[],
  from: number,
  to: number,
): { readonly ticks: number[]; readonly at: (value: number) => number } {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const rough = (high - low || high || 1) / STEPS;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = power * ([1, 2, 5, 10].find((each) => each * power >= rough) ?? 10);
  const first = Math.floor(low / step) * step;
  const last = Math.max(first + step, Math.ceil(high / step) * step);
  const ticks = Array.from({ length: Math.round((last - first) / step) + 1 }, (_, i) => first + i * step);
  return { ticks, at: (value) => Math.round(10 * (from + ((value - first) / (last - first)) * (to - from))) / 10 };
}

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (letter) => `&#${letter.charCodeAt(0)};`);
}
