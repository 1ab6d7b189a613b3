import { ADJUSTMENTS_SAID, adjustmentsOf, COMP_FIGURES, FIGURE_HEADS, GROUP_SAID } from '@perambula/core';
import type { CompFigure } from '@perambula/core';
import type { Worksheet } from 'exceljs';
import { AVERAGES } from './comparedHomes.js';
import type { AdjustedHomes, ComparedHomes } from './comparedHomes.js';

const MONEY = '$#,##0';
const FORMATS: Readonly<Record<CompFigure, string>> = {
  price: MONEY,
  perSquareFoot: MONEY,
  size: '#,##0',
  beds: '0.#',
  baths: '0.##',
  year: '0',
  lot: '0.00',
  days: '#,##0',
  saleToList: '0.0"%"',
};
/** Where the figures begin, counted from 1. */
const FIRST_COLUMN = 4;

/**
 * Homes compared as a workbook (Office Open XML): a sheet of them, whose averages are formulas over their rows, and one of
 * the sales adjusted, where there is a range. Text is text, so that no cell can start a formula.
 */
export async function compsWorkbook(compared: ComparedHomes, adjusted: AdjustedHomes | null): Promise<Buffer> {
  // read when first needed: every thread has this file, and few write workbooks
  const { default: ExcelJS } = await import('exceljs');
  const workbook = new ExcelJS.Workbook();
  writeHomes(workbook.addWorksheet('Comps', { views: [{ state: 'frozen', ySplit: 3, xSplit: 1 }] }), compared);
  if (adjusted) writeSales(workbook.addWorksheet('Adjusted sales'), adjusted);
  return Buffer.from(await workbook.xlsx.writeBuffer());
}

function writeHomes(sheet: Worksheet, { title, date, subject, groups }: ComparedHomes): void {
  sheet.addRow([title]).font = { bold: true, size: 14 };
  sheet.addRow([`${date}. Price is what was paid where a home closed, else what is asked. Not an appraisal.`]);
  sheet.addRow(['Home', 'Town', 'Status', ...COMP_FIGURES.map((figure) => FIGURE_HEADS[figure])]).font = { bold: true };
  sheet.columns.forEach((column, i) => (column.width = i === 0 ? 30 : i < FIRST_COLUMN - 1 ? 22 : 11));
  COMP_FIGURES.forEach((figure, i) => (sheet.getColumn(FIRST_COLUMN + i).numFmt = FORMATS[figure]));
  if (subject)
    sheet.addRow([subject.name, null, null, ...COMP_FIGURES.map((figure) => subject.figures[figure])]).font = { bold: true };
  for (const { group, comps, averages } of groups) {
    sheet.addRow([]);
    sheet.addRow([GROUP_SAID[group]]).font = { bold: true };
    const first = sheet.rowCount + 1;
    for (const { name, town, status, figures } of comps)
      sheet.addRow([name, town, status, ...COMP_FIGURES.map((figure) => figures[figure])]);
    const last = sheet.rowCount;
    for (const [name, formula] of AVERAGES)
      sheet.addRow([
        name,
        null,
        null,
        ...COMP_FIGURES.map((figure, i) => {
          const { letter } = sheet.getColumn(FIRST_COLUMN + i);
          const result = averages[figure][name];
          // of blanks alone a program makes an error
          return result === null ? null : { formula: `${formula}(${letter}${first}:${letter}${last})`, result };
        }),
      ]).font = { italic: true };
  }
}

function writeSales(sheet: Worksheet, { range, why, sales }: AdjustedHomes): void {
  const parts = adjustmentsOf(sales);
  sheet.addRow([range]).font = { bold: true, size: 14 };
  sheet.addRow([`${why} No appraisal, and for you only.`]);
  sheet.addRow(['Home', 'paid', ...parts.map((part) => ADJUSTMENTS_SAID[part]), 'adjusted']).font = { bold: true };
  for (const { name, paid, adjustments, adjusted } of sales)
    sheet.addRow([name, paid, ...parts.map((part) => adjustments[part] ?? null), adjusted]);
  sheet.columns.forEach((column, i) => {
    column.width = i === 0 ? 30 : 12;
    if (i > 0) column.numFmt = MONEY;
  });
}
