/** An hour of the day as people say it, in five groups: "8:30 am", "5 pm", "17:15", "half past eight". */
export const HOUR = String.raw`(?:(\d{1,2})(?::(\d{2}))?\s*([ap]\.?m\.?)?|(half past|quarter past|quarter to) (one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve))`;

export const NUMBERS = ['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

/** The hour that HOUR's groups say, as "08:30"; where they leave morning or evening open, the one that fits. */
export function hourOf(groups: readonly (string | undefined)[], part: 'morning' | 'evening'): string | null {
  const [digits, past, half, words, word] = groups;
  let minutes: number;
  if (words !== undefined && word !== undefined) {
    minutes = 60 * (NUMBERS.indexOf(word) + 1) + (words === 'half past' ? 30 : words === 'quarter past' ? 15 : -15);
  } else if (digits === undefined) return null;
  else minutes = 60 * Number(digits) + Number(past ?? 0);
  if (half) minutes = (minutes % 720) + (half.startsWith('p') ? 720 : 0);
  // people are at work from five to noon, and on their way home from noon to midnight
  else if (minutes < (part === 'morning' ? 300 : 720)) minutes += 720;
  if (minutes >= 1440 || Number(past ?? 0) > 59) return null;
  return clockOf(minutes);
}

/** Whole minutes from midnight as "08:30". */
export function clockOf(minutes: number): string {
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}
