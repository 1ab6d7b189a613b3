import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import readXlsx from 'read-excel-file/node';
import { afterAll, describe, expect, it } from 'vitest';
import { beginWorkbook } from './workbook.js';

const folder = mkdtempSync(join(tmpdir(), 'perambula-workbook-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('a workbook', () => {
  it('holds numbers, dates, lists and text that another reader gives back as they were', async () => {
    const file = join(folder, 'listings.xlsx');
    const fields = ['ListingKey', 'ListPrice', 'OnMarketDate', 'View', 'GarageYN', 'PublicRemarks'];
    const workbook = await beginWorkbook(file, fields);
    workbook.add({ ListingKey: 'A1', ListPrice: 450_000, OnMarketDate: '2026-04-01', View: ['Water', 'Valley'], GarageYN: true });
    workbook.add({ ListingKey: 'A2', ListPrice: null, PublicRemarks: '=1+1' });
    await workbook.end();
    // read by a reader of its own, not by what wrote it
    const [sheet] = await readXlsx(file);
    const [heads, first, second] = sheet?.data ?? [];
    expect(heads).toEqual(fields);
    expect(first).toEqual(['A1', 450_000, new Date('2026-04-01T00:00:00Z'), 'Water; Valley', true, null]);
    // text, and not the sum of it
    expect(second).toEqual(['A2', null, null, null, null, '=1+1']);
  });
});
