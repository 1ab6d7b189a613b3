import readXlsx from 'read-excel-file/node';
import { describe, expect, it } from 'vitest';
import { writeWorkbook } from './workbook.js';

describe('writeWorkbook', () => {
  it('writes numbers, dates, lists and text that another reader gives back as they were', async () => {
    const workbook = await writeWorkbook([
      { ListingKey: 'A1', ListPrice: 450_000, OnMarketDate: '2026-04-01', View: ['Water', 'Valley'], GarageYN: true },
      { ListingKey: 'A2', ListPrice: null, PublicRemarks: '=1+1' },
    ]);
    // read by a reader of its own, not by what wrote it
    const [sheet] = await readXlsx(workbook);
    const [heads, first, second] = sheet?.data ?? [];
    expect(heads).toEqual(['ListingKey', 'ListPrice', 'OnMarketDate', 'View', 'GarageYN', 'PublicRemarks']);
    expect(first).toEqual(['A1', 450_000, new Date('2026-04-01T00:00:00Z'), 'Water; Valley', true, null]);
    // text, and not the sum of it
    expect(second).toEqual(['A2', null, null, null, null, '=1+1']);
  });
});
