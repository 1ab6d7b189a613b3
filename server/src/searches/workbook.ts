import type { ListingRecord } from '@perambula/core';
import { fieldOf } from '@perambula/core';
import type { CellValue } from 'exceljs';

const DATE_FORMAT = 'yyyy-mm-dd';
const TIME_FORMAT = 'yyyy-mm-dd hh:mm';

/** A workbook that is written row by row. */
export interface Workbook {
  readonly add: (record: ListingRecord) => void;
  readonly end: () => Promise<void>;
}

/**
 * Listings as a workbook of one sheet (Office Open XML), a column for each of some RESO fields, written to a file.
 * Numbers and dates are cells of their type, times in UTC; text is text, so that no cell can start a formula.
 */
export async function beginWorkbook(filename: string, fields: readonly string[]): Promise<Workbook> {
  // read when first needed: every thread has this file, and few write workbooks
  const { default: ExcelJS } = await import('exceljs');
  const workbook = new ExcelJS.stream.xlsx.WorkbookWriter({ filename, useStyles: true });
  const sheet = workbook.addWorksheet('Listings', { views: [{ state: 'frozen', ySplit: 1, xSplit: 1 }] });
  sheet.columns = fields.map((key) => ({
    header: key,
    key,
    width: Math.min(40, Math.max(12, key.length + 2)),
    ...formatOf(key),
  }));
  const heads = sheet.getRow(1);
  heads.font = { bold: true };
  heads.commit();
  return {
    add: (record) => sheet.addRow(Object.fromEntries(fields.map((field) => [field, cellOf(field, record[field])]))).commit(),
    async end() {
      sheet.commit();
      await workbook.commit();
    },
  };
}

function formatOf(field: string): { style?: { numFmt: string } } {
  const type = fieldOf(field)?.type;
  if (type === 'date') return { style: { numFmt: DATE_FORMAT } };
  return type === 'timestamp' ? { style: { numFmt: TIME_FORMAT } } : {};
}

function cellOf(name: string, value: unknown): CellValue {
  if (value === null || value === undefined) return null;
  if (Array.isArray(value)) return value.join('; ');
  const type = fieldOf(name)?.type;
  if ((type === 'date' || type === 'timestamp') && typeof value === 'string') {
    const date = new Date(value);
    return Number.isNaN(date.getTime()) ? value : date;
  }
  return value as string | number | boolean;
}
