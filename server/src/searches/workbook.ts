import type { ListingRecord } from '@perambula/core';
import { fieldOf } from '@perambula/core';
import ExcelJS from 'exceljs';

const DATE_FORMAT = 'yyyy-mm-dd';
const TIME_FORMAT = 'yyyy-mm-dd hh:mm';

/**
 * Listings as a workbook of one sheet (Office Open XML), a column for each RESO field that any of them fills in.
 * Numbers and dates are cells of their type, times in UTC; text is text, so that no cell can start a formula.
 */
export async function writeWorkbook(records: readonly ListingRecord[]): Promise<Buffer> {
  const workbook = new ExcelJS.Workbook();
  const sheet = workbook.addWorksheet('Listings', { views: [{ state: 'frozen', ySplit: 1, xSplit: 1 }] });
  const fields = [...new Set(records.flatMap((record) => Object.keys(record)))];
  sheet.columns = fields.map((key) => ({ header: key, key, width: Math.min(40, Math.max(12, key.length + 2)) }));
  sheet.getRow(1).font = { bold: true };
  for (const record of records) sheet.addRow(Object.fromEntries(fields.map((field) => [field, cellOf(field, record[field])])));
  for (const field of fields) {
    const type = fieldOf(field)?.type;
    if (type === 'date') sheet.getColumn(field).numFmt = DATE_FORMAT;
    if (type === 'timestamp') sheet.getColumn(field).numFmt = TIME_FORMAT;
  }
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

function cellOf(name: string, value: unknown): ExcelJS.CellValue {
  if (value === null || value === undefined) return null;
  if (Array.isArray(value)) return value.join('; ');
  const type = fieldOf(name)?.type;
  if ((type === 'date' || type === 'timestamp') && typeof value === 'string') {
    const date = new Date(value);
    return Number.isNaN(date.getTime()) ? value : date;
  }
  return value as string | number | boolean;
}
