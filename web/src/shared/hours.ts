import type { Hours } from '@perambula/core';

/** "New York" of America/New_York. */
export function placeOf(zone: string): string {
  return (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');
}

/** "Nothing is sent between 9 pm and 7 am". */
export function quietSaid({ quietFrom, quietUntil }: Pick<Hours, 'quietFrom' | 'quietUntil'>): string {
  if (quietFrom === quietUntil) return 'Written to at any hour';
  return `Nothing is sent between ${sayTime(quietFrom)} and ${sayTime(quietUntil)}`;
}

/** "9 pm" of 21:00, "7:30 am" of 07:30. */
function sayTime(time: string): string {
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  const minutes = minute === 0 ? '' : `:${String(minute).padStart(2, '0')}`;
  return `${hour % 12 || 12}${minutes} ${hour < 12 ? 'am' : 'pm'}`;
}
