export interface Measured {
  readonly what: string;
  readonly runs: number;
  readonly median: number;
  readonly p95: number;
}

const asJson = process.argv.includes('--json');

/** Runs work a few times unmeasured and then so many times, in milliseconds. */
export async function measure(what: string, runs: number, work: () => unknown): Promise<Measured> {
  for (let i = 0; i < Math.min(5, runs); i++) await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return measured(what, times);
}

/** Median and 95th percentile of times in milliseconds. */
export function measured(what: string, times: readonly number[]): Measured {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (p: number): number => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * p))] ?? NaN;
  return { what, runs: sorted.length, median: at(0.5), p95: at(0.95) };
}

/** A table with each one's ratio to the first, or JSON lines. */
export function report(title: string, rows: readonly Measured[], note = ''): void {
  const base = rows[0]?.median ?? NaN;
  if (asJson) {
    for (const row of rows) console.log(JSON.stringify({ bench: title, ...row, ratio: row.median / base, note }));
    return;
  }
  console.log(`\n${title}`);
  for (const { what, runs, median, p95 } of rows) {
    console.log(
      `  ${what.padEnd(34)} median ${median.toFixed(2).padStart(9)} ms   p95 ${p95.toFixed(2).padStart(9)} ms   ×${(median / base).toFixed(1).padStart(6)}   (${runs} runs)`,
    );
  }
  if (note) console.log(`  ${note}`);
}
