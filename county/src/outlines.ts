import type { Point } from './ground.js';

const CELL = 120;
export function cellsOf(outline: readonly Point[]): string[] {
  const cells = new Set<string>();
  for (const [x, y] of [...outline, middleOf(outline)]) cells.add(`${Math.floor(x / CELL)} ${Math.floor(y / CELL)}`);
  const [a, b, c, d] = outline as [Point, Point, Point, Point];
  for (const [p, q] of [
    [a, b],
    [b, c],
    [c, d],
    [d, a],
  ] as const)
    for (const t of [0.25, 0.5, 0.75])
      cells.add(`${Math.floor((p[0] + (q[0] - p[0]) * t) / CELL)} ${Math.floor((p[1] + (q[1] - p[1]) * t) / CELL)}`);
  return [...cells];
}

export function middleOf(outline: readonly Point[]): Point {
  const [[east, north], , [farEast, farNorth]] = outline as readonly [Point, Point, Point];
  return [(east + farEast) / 2, (north + farNorth) / 2];
}

/** Whether two convex outlines overlap: no side of either parts them. */
export function overlap(a: readonly Point[], b: readonly Point[]): boolean {
  const parts = (from: readonly Point[], to: readonly Point[]): boolean =>
    from.slice(1).some((q, i) => {
      const p = from[i] as Point;
      return to.every(([x, y]) => (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]) <= 0.05);
    });
  return !parts(a, b) && !parts(b, a);
}

export function crosses([a, b]: readonly [Point, Point], [c, d]: readonly [Point, Point]): boolean {
  const side = (p: Point, q: Point, r: Point): boolean => (q[0] - p[0]) * (r[1] - p[1]) > (q[1] - p[1]) * (r[0] - p[0]);
  return side(a, b, c) !== side(a, b, d) && side(c, d, a) !== side(c, d, b);
}

export function metresTo([x, y]: Point, [p, q]: readonly [Point, Point]): number {
  const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
  const t = Math.max(0, Math.min(1, ((x - p[0]) * dx + (y - p[1]) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(p[0] + t * dx - x, p[1] + t * dy - y);
}
