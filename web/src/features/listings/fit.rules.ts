import { fieldOf } from '@perambula/core';
import type { FitRow } from '@perambula/core';
import { fieldText } from '../../shared/fieldText.js';

/** What the home has; of lines that ask one thing or another, what is wanted. */
export function sayFitValue({ field, value, truth, wanted, id }: FitRow): string {
  if (id === 'where') return truth === null ? 'place not known' : truth ? 'inside' : '';
  const known = field === null ? undefined : fieldOf(field);
  if (!known) return wanted;
  const text = typeof value === 'number' && known.unit === 'min' ? String(Math.ceil(value)) : fieldText(known, value);
  if (text === null) return 'left blank';
  return typeof value === 'number' && known.unit ? `${text} ${known.unit}` : text;
}
