/** Office Open XML (ECMA-376): a workbook. */
export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
