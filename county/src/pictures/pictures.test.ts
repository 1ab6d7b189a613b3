import { describe, expect, it } from 'vitest';
import { buildCounty } from '../county.js';
import { Market } from '../market.js';
import { NOW } from '../testing/figures.js';
import { lookOf } from './look.js';
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
  it('shows the home that the fields tell of', () => {
    for (const { record, parcel } of homes) {
      const look = lookOf(record, parcel);
      expect(look).toEqual(lookOf(record, parcel));
      const { home } = parcel;
      if (home.bedrooms === 0 || parcel.building || home.subType === 'Townhouse') continue;
      expect(look.storeys).toBe(home.stories > 1 ? 2 : 1);
      expect(look.garage > 0).toBe(home.garage > 0);
      expect(look.pool).toBe(home.pool);
      expect(look.porch).toBe(home.exterior.includes('Porch'));
      expect(look.deck).toBe(home.exterior.some((each) => each === 'Deck' || each === 'Patio'));
      expect(look.chimney).toBe(home.fireplaces > 0);
    }
  });
  it('is of the season in which the home was listed: bare trees and no green in January', () => {
    const seasons = new Map<string, Set<string>>();
    for (const { record, parcel } of homes) {
      const month = String(record['OriginalEntryTimestamp']).slice(5, 7);
      seasons.set(month, (seasons.get(month) ?? new Set()).add(lookOf(record, parcel).season));
    }
    expect([...(seasons.get('01') ?? [])]).toEqual(['winter']);
    expect([...(seasons.get('07') ?? [])]).toEqual(['summer']);
    expect([...(seasons.get('10') ?? [])]).toEqual(['autumn']);
  });
  it('fills its frame and costs little: some tens of kilobytes at the most', () => {
    for (const { record, parcel } of homes.filter((_, i) => i % 7 === 0)) {
      const svg = drawPicture(record, parcel, 0) ?? '';
      expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" viewBox="0 0 640 400"/);
      expect(svg.length).toBeLessThan(40_000);
      const opened = [...svg.matchAll(/<([a-zA-Z]+)\b[^>]*?(\/?)>/g)].filter(([, , self]) => self !== '/').length;
      expect(opened).toBe([...svg.matchAll(/<\/[a-zA-Z]+>/g)].length);
    }
  });
});
