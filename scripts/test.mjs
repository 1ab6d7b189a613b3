import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, requireBuild, requireDisk, requirePackages, requirePrograms, ROOT } from './machine.mjs';
import { MARIADB_PACKAGES } from './mariadb.mjs';
import { main, say } from './say.mjs';
import { SMALL_COUNTY, startStack } from './stack.mjs';

/** Of names of test files, parts that those to be run have; none given, all are run. */
const PATTERNS = process.argv.slice(2);

/** Everything there is to test: units, the server over a MariaDB of its own, and the interface in Debian's Chromium. */
await main(async () => {
  requireDisk(ROOT);
  requirePrograms({ ...MARIADB_PACKAGES, chromium: ['chromium', 'fonts-liberation'] });
  requirePackages();
  requireBuild();
  const specs = readdirSync(join(ROOT, 'e2e')).filter((file) => file.endsWith('.spec.ts'));
  const isAsked = PATTERNS.length === 0 || specs.some((spec) => PATTERNS.some((pattern) => `e2e/${spec}`.includes(pattern)));
  const results = [unitTests(), ...(isAsked ? [await browserTests()] : [])];
  const passed = results.reduce((sum, each) => sum + each.passed, 0);
  const failed = results.reduce((sum, each) => sum + each.failed, 0);
  say(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
});

function unitTests() {
  say('Testing the core, the county, the web rules and the server …');
  const report = join(mkdtempSync(join(tmpdir(), 'perambula-report-')), 'vitest.json');
  const { status } = spawnSync(
    'npx',
    ['vitest', 'run', ...PATTERNS, '--passWithNoTests', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
    },
  );
  return tally(() => {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(report, 'utf8'));
    return { passed: numPassedTests, failed: numFailedTests || (status === 0 ? 0 : Math.max(1, numFailedTestSuites)) };
  });
}

async function browserTests() {
  say('Testing the interface in Chromium …');
  const data = mkdtempSync(join(tmpdir(), 'perambula-e2e-'));
  const stack = await startStack({ data, port: await freePort(), county: SMALL_COUNTY, loaded: true });
  try {
    spawnSync('npx', ['playwright', 'test', ...PATTERNS], {
      cwd: join(ROOT, 'e2e'),
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, PERAMBULA_RUN: join(data, 'run.json') },
    });
  } finally {
    await stack.stop();
    rmSync(data, { recursive: true, force: true });
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
