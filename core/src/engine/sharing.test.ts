import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { simdKernel } from '../testing/simdKernel.js';
import { Engine } from './engine.js';
import type { ResultSet } from './answers.js';
import { followColumns, shareColumns } from './sharing.js';

/** An engine that writes, and one that reads its columns through a kernel of its own, as another thread would. */
function twoOverOneMemory(): { writer: Engine; reader: Engine; follow: () => void } {
  const kernel = simdKernel();
  const writer = new Engine(kernel);
  const other = simdKernel(kernel.memory);
  const reader = new Engine(other);
  return {
    writer,
    reader,
    // posted as between threads
    follow: () => followColumns(reader.columns, structuredClone(shareColumns(writer.columns)), other.at),
  };
}

const sets: readonly ResultSet[] = ['fit', 'unknown', 'missByOne'];

describe('columns shared with another thread', () => {
  it('answer every question alike there, also when asked again after listings came, changed and went', () => {
    fc.assert(
      fc.property(listings, listings, searches, (first, later, search) => {
        const { writer, reader, follow } = twoOverOneMemory();
        const same = (): void => {
          follow();
          expect(reader.count(search, TIME)).toEqual(writer.count(search, TIME));
          for (const set of sets) expect(reader.find(search, TIME, { set })).toEqual(writer.find(search, TIME, { set }));
        };
        writer.put(first);
        same();
        writer.put(later);
        writer.remove(first.slice(0, 2).map(({ ListingKey }) => ListingKey));
        same();
      }),
      { numRuns: 100 },
    );
  });

  it('are followed when they grow, and neither writes where the other keeps what it found', () => {
    const { writer, reader, follow } = twoOverOneMemory();
    const search = {
      version: 1 as const,
      kinds: ['Residential' as const],
      lines: [{ id: 'a', field: 'PublicRemarks', is: { contains: 'lantern' } }],
      bounds: [],
      order: [{ field: 'UnparsedAddress', direction: 'desc' as const }],
    };
    for (let size = 0; size < 6000; size += 1500) {
      writer.put(
        Array.from({ length: 1500 }, (_, i): ListingRecord => {
          const n = size + i;
          return {
            ListingKey: `K${n}`,
            PropertyType: 'Residential',
            StandardStatus: 'Active',
            ListPrice: 1000 * n,
            UnparsedAddress: `${n} Lantern Way`,
            PublicRemarks: n % 3 === 0 ? `A lantern by door ${n}` : 'A door',
          };
        }),
      );
      follow();
      // what one takes to write on, the other must not be given
      const dearer = { ...search, lines: [{ id: 'b', field: 'ListPrice', is: { atLeast: 1000 * size } }] };
      expect(reader.count(search, TIME).fit).toBe((size + 1500) / 3);
      expect(writer.count(dearer, TIME).fit).toBe(1500);
      expect(reader.count(search, TIME).fit).toBe((size + 1500) / 3);
      expect(reader.find(search, TIME, { set: 'fit', limit: 20 })).toEqual(writer.find(search, TIME, { set: 'fit', limit: 20 }));
    }
    expect(reader.tell(search, TIME, 'fit', ['K3', 'K0', 'none', 'K5997']).map(({ key }) => key)).toEqual(['K3', 'K0', 'K5997']);
  });
});
