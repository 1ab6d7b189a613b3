import { fieldOf, valueOf } from '@perambula/core';
import type { Field } from '@perambula/core';
import type { Preferences, Row } from '@perambula/contract';
import { fieldText } from '../../../shared/fieldText.js';
import { dayAndTime, daysOnMarket, isoDate } from '../../../shared/format.js';

export type Column = NonNullable<Preferences['resultColumns']>[number];

/** The columns of a table of results until the agent has chosen their own; widths in pixels. */
export const USUAL_COLUMNS: readonly Column[] = [
  { field: 'UnparsedAddress', width: 190 },
  { field: 'City', width: 112 },
  { field: 'ListPrice', width: 96 },
  { field: 'BedroomsTotal', width: 84 },
  { field: 'Baths', width: 66 },
  { field: 'LivingArea', width: 130 },
  { field: 'LotSizeAcres', width: 72 },
  { field: 'Status', width: 168 },
  { field: 'OnMarketDate', width: 92 },
  { field: 'ListOfficeName', width: 170 },
];

const NARROWEST = 48;
const WIDEST = 800;
const BLANK = '–';

export function withWidth(columns: readonly Column[], field: string, width: number): readonly Column[] {
  const within = Math.round(Math.min(WIDEST, Math.max(NARROWEST, width)));
  return columns.map((column) => (column.field === field ? { field, width: within } : column));
}

/** With a column put in the place of another, as when it is dragged there. */
export function moved(columns: readonly Column[], field: string, to: string): readonly Column[] {
  const [from, at] = [field, to].map((name) => columns.findIndex((column) => column.field === name)) as [number, number];
  const column = columns[from];
  if (!column || at < 0) return columns;
  const others = columns.filter((each) => each !== column);
  return [...others.slice(0, at), column, ...others.slice(at)];
}

/** With a column more at the end, or without it; the last one stays. */
export function toggled(columns: readonly Column[], field: Field): readonly Column[] {
  const others = columns.filter((column) => column.field !== field.name);
  if (others.length < columns.length) return others.length > 0 ? others : columns;
  return [...columns, { field: field.name, width: isNumeric(field) ? 100 : 150 }];
}

/** Whether a column's figures stand under one another, at its right edge. */
export function isNumeric({ type }: Field): boolean {
  return type === 'number' || type === 'money';
}

/** A listing's value as a cell shows it, with the unit that its head does not name. */
export function cellText(field: Field, row: Row, now: string): string {
  if (field.name === 'OnMarketDate') return sayDays(daysOnMarket(row, now));
  return fieldText(field, valueOf(field, row)) ?? BLANK;
}

/** What more there is to say of a cell when one points at it. */
export function cellTitle(field: Field, row: Row): string | undefined {
  const value = valueOf(field, row);
  if (field.name === 'OnMarketDate' && typeof value === 'string') return `since ${isoDate(value)}`;
  return field.type === 'timestamp' && typeof value === 'string' ? dayAndTime(value) : undefined;
}

/** A column's head: the field, and the unit of its figures. */
export function headOf(field: Field): { readonly label: string; readonly unit: string | null } {
  return { label: field.label, unit: isNumeric(field) ? (field.unit ?? null) : null };
}

/** The fields of columns, those that the catalogue no longer has left out. */
export function known(columns: readonly Column[]): readonly (Column & { readonly known: Field })[] {
  return columns.flatMap((column) => {
    const field = fieldOf(column.field);
    return field ? { ...column, known: field } : [];
  });
}

function sayDays(days: number | null): string {
  if (days === null) return BLANK;
  return days === 0 ? 'today' : `${days} ${days === 1 ? 'day' : 'days'}`;
}
