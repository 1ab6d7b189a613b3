import { describe, expect, it } from 'vitest';
import { buildCounty } from '../county.js';
import { Market } from '../market.js';
import { NOW } from '../testing/figures.js';
import { captionsOf, drawPicture } from './pictures.js';

const market = new Market(buildCounty({ parcels: 600, since: '2023-01-01' }));
market.advanceTo(NOW);
const homes = market.entries().map((entry) => ({ record: market.record(entry), parcel: entry.listing.parcel }));

describe('drawPicture', () => {
  it('draws three to eight pictures of every listing, the same each time, without anything from outside', () => {
    for (const { record, parcel } of homes.filter((_, i) => i % 5 === 0)) {
      const captions = captionsOf(record, parcel);
      expect(captions.length).toBeGreaterThanOrEqual(3);
      expect(captions.length).toBeLessThanOrEqual(8);
      expect(record['PhotosCount']).toBe(captions.length);
      for (let i = 0; i < captions.length; i++) {
        const svg = drawPicture(record, parcel, i);
        expect(svg).toBe(drawPicture(record, parcel, i));
        expect(svg).not.toMatch(/NaN|undefined|href|<script|Infinity/);
      }
      expect(drawPicture(record, parcel, captions.length)).toBeNull();
    }
  });
  it('sketches each level that has rooms', () => {
    for (const { record, parcel } of homes) {
      const rooms = record['Rooms'] as readonly { RoomLevel: string }[];
      if (parcel.building || parcel.home.bedrooms === 0) continue;
      const sketches = captionsOf(record, parcel).filter((caption) => caption.startsWith('Floor sketch'));
      const levels = new Set(rooms.map(({ RoomLevel }) => RoomLevel));
      expect(sketches.length).toBe(['Main', 'Second', 'Basement'].filter((level) => levels.has(level)).length);
    }
  });
});
