import { spawnSync } from 'node:child_process';
import { ROOT } from './machine.mjs';
import { main, say, Stop } from './say.mjs';

const LEAST_MODULES = 150;

/** Holds the borders between the workspaces; fails too when next to nothing was read. */
await main(() => {
  const { stdout, stderr } = spawnSync(
    'npx',
    [
      'depcruise',
      '--config',
      '.dependency-cruiser.cjs',
      '--output-type',
      'json',
      'core/src',
      'contract/src',
      'county/src',
      'server/src',
      'web/src',
    ],
    { cwd: ROOT, encoding: 'utf8', maxBuffer: 1e9 },
  );
  let summary;
  try {
    ({ summary } = JSON.parse(stdout));
  } catch {
    throw new Stop(`The borders could not be checked:\n${stderr}`);
  }
  if (summary.totalCruised < LEAST_MODULES)
    throw new Stop(`Only ${summary.totalCruised} modules were read; the check would pass on nothing.`);
  if (summary.error > 0)
    throw new Stop(summary.violations.map(({ rule, from, to }) => `${rule.name}: ${from} → ${to}`).join('\n'));
  say(`Borders hold over ${summary.totalCruised} modules.`);
});
