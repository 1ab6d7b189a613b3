import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import type { Line, Search } from '../search/document.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { simdKernel } from '../testing/simdKernel.js';
import { Engine } from './engine.js';
import { plainKernel } from './plainKernel.js';

/** Rows enough for some pieces of every kind of work. */
const ROWS = 20_000;
const MORE: readonly Line[] = [
  { id: 'text', field: 'PublicRemarks', is: { contains: 'a' } },
  { id: 'way', field: 'Minutes', is: { atMost: 20 }, to: [-66, 40.6], arriveBy: '08:30', on: 'weekday', by: 'car' },
  { id: 'back', field: 'Minutes', is: { atMost: 25 }, to: [-66, 40.6], leaveAt: '17:30', on: 'weekday', by: 'car' },
];

class Stopped extends Error {}

/** Asks again and again, each time stopped when another piece or two is done beside the beginnings of all parts; tells how often. */
function inPieces<T>(
  parts: number,
  ask: (before: (part: string) => void) => T,
  between: (stop: number) => void,
): { answer: T; stops: number } {
  for (let stops = 0; ; stops++) {
    let points = 0;
    try {
      const answer = ask(() => {
        if (++points === parts + 2) throw new Stopped();
      });
      return { answer, stops };
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
      // it comes to an end however often it is stopped
      expect(stops).toBeLessThan(1000);
      between(stops);
    }
  }
}

it('is answered alike when the work is stopped wherever it can be, and listings change meanwhile', () => {
  const kernels = [plainKernel, simdKernel];
  fc.assert(
    fc.property(listings, listings, searches, fc.nat(1), (some, changed, search, k) => {
      const records = Array.from({ length: ROWS }, (_, i): ListingRecord => {
        const record = some[i % some.length] as ListingRecord;
        return i < some.length ? record : { ...record, ListingKey: `${record.ListingKey}-${i}` };
      });
      const kernel = kernels[k] as typeof plainKernel;
      const [whole, stopped] = [new Engine(kernel()), new Engine(kernel())];
      for (const engine of [whole, stopped]) engine.put(records);
      const asked: Search = { ...search, lines: [...search.lines, ...MORE] };

      const parts = asked.lines.length + asked.bounds.length;
      const counted = inPieces(
        parts,
        (before) => stopped.count(asked, { ...TIME, before }),
        (stop) => stop % 3 === 0 && stopped.put(changed.slice(0, 1)),
      );
      if (counted.stops > 0) whole.put(changed.slice(0, 1));
      expect(counted.answer).toEqual(whole.count(asked, TIME));
      // one line in pieces of rows at least
      expect(counted.stops).toBeGreaterThan(4);

      const part = { set: 'missByOne', limit: 100 } as const;
      const found = inPieces(
        parts,
        (before) => stopped.find(asked, { ...TIME, before }, part),
        () => undefined,
      );
      expect(found.answer).toEqual(whole.find(asked, TIME, part));
    }),
    { numRuns: 4 },
  );
});
