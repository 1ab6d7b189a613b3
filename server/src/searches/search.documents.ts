import { Injectable } from '@nestjs/common';
import { readSearch, readShape } from '@perambula/core';
import type { Search, Shape } from '@perambula/core';
import { Desk } from '../desk/index.js';

/** Corners that are looked through in a moment. */
const FEW_CORNERS = 500;
const PART = 'how many corners the bounds have';

/** Search documents and shapes from outside, read by core's one reader: long outlines at the desk, all others at once. */
@Injectable()
export class SearchDocuments {
  constructor(private readonly desk: Desk) {}

  /** @throws SearchProblem at the first thing that is wrong */
  async read(document: unknown): Promise<Search> {
    const bounds = (document as { bounds?: unknown } | null)?.bounds;
    const shapes = Array.isArray(bounds) ? bounds.map((bound: { shape?: unknown } | null) => bound?.shape) : [];
    if (!hasManyCorners(shapes)) return readSearch(document);
    return this.desk.run('page', PART, SearchDocuments, 'searchAtDesk', document);
  }

  /** @throws SearchProblem at the first thing that is wrong */
  async readShape(shape: unknown): Promise<Shape> {
    if (!hasManyCorners([shape])) return readShape(shape, 'shape');
    return this.desk.run('page', PART, SearchDocuments, 'shapeAtDesk', shape);
  }

  async searchAtDesk(document: unknown): Promise<Search> {
    return Promise.resolve(readSearch(document));
  }

  async shapeAtDesk(shape: unknown): Promise<Shape> {
    return Promise.resolve(readShape(shape, 'shape'));
  }
}

/** Whether shapes that nobody has read yet may hold many corners. */
function hasManyCorners(shapes: readonly unknown[]): boolean {
  let corners = 0;
  // what stands deepest in lists of lists are positions
  const count = (value: unknown): void => {
    if (corners > FEW_CORNERS || !Array.isArray(value)) return;
    if (typeof value[0] === 'number') corners++;
    else for (const each of value) if (corners <= FEW_CORNERS) count(each);
  };
  for (const shape of shapes) count((shape as { coordinates?: unknown } | null | undefined)?.coordinates);
  return corners > FEW_CORNERS;
}
