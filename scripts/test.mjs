import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { delimiter, join } from 'node:path';
import { requireBuild, requireDisk, requirePackages, requirePrograms, ROOT } from './machine.mjs';
import { MARIADB_PACKAGES } from './mariadb.mjs';
import { main, say } from './say.mjs';
import { makeStarted, startCopyOf } from './started.mjs';

/** Of names of test files, parts that those to be run have; none given, all are run. */
const PATTERNS = process.argv.slice(2);
const MOST_BROWSERS = 2;

/** Everything there is to test: units, the server over a MariaDB of its own, and the interface in Debian's Chromium. */
await main(async () => {
  requireDisk(ROOT);
  requirePrograms({ ...MARIADB_PACKAGES, chromium: ['chromium', 'fonts-liberation'] });
  requirePackages();
  requireBuild();
  const specs = readdirSync(join(ROOT, 'e2e')).filter((file) => file.endsWith('.spec.ts'));
  const asked = specs.filter((spec) => PATTERNS.length === 0 || PATTERNS.some((pattern) => `e2e/${spec}`.includes(pattern)));
  const started = mkdtempSync(join(tmpdir(), 'perambula-started-'));
  const results = [unitTests(started)];
  if (asked.length > 0) results.push(await browserTests(asked, started));
  rmSync(started, { recursive: true, force: true });
  const passed = results.reduce((sum, each) => sum + each.passed, 0);
  const failed = results.reduce((sum, each) => sum + each.failed, 0);
  say(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
});

function unitTests(started) {
  say('Testing the core, the county, the web rules and the server …');
  const report = join(mkdtempSync(join(tmpdir(), 'perambula-report-')), 'vitest.json');
  const { status } = spawnSync(
    'npx',
    ['vitest', 'run', ...PATTERNS, '--passWithNoTests', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, PERAMBULA_STARTED: started },
    },
  );
  return tally(() => {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    return { passed: numPassedTests, failed: numFailedTests || (status === 0 ? 0 : Math.max(1, numFailedTestSuites)) };
  });
}

/** Two browsers at a time, each at an application of its own: a test waits for much that takes no processor. */
async function browserTests(specs, started) {
  say('Testing the interface in Chromium …');
  await makeStarted(started);
  const stacks = await Promise.all(specs.slice(0, MOST_BROWSERS).map(() => startCopyOf(started)));
  try {
    spawnSync('npx', ['playwright', 'test', ...specs.map((spec) => `/${spec}`), `--workers=${stacks.length}`], {
      cwd: join(ROOT, 'e2e'),
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, PERAMBULA_RUNS: stacks.map(({ data }) => join(data, 'run.json')).join(delimiter) },
    });
  } finally {
    await Promise.all(stacks.map((stack) => stack.end()));
  }
  return tally(() => {
    const { expected, unexpected } = JSON.parse(readFileSync(join(ROOT, 'e2e/test-results/report.json'), 'utf8')).stats;
    return { passed: expected, failed: unexpected };
  });
}

/** A runner that left no report has failed. */
function tally(read) {
  try {
    return read();
  } catch {
    return { passed: 0, failed: 1 };
  }
}
