import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, requireBuild, requirePackages, requirePrograms, ROOT } from './machine.mjs';
import { MARIADB_PACKAGES } from './mariadb.mjs';
import { main } from './say.mjs';
import { startStack } from './stack.mjs';

/** Every measurement beside its peer in one run, on an application of its own. */
await main(async () => {
  requirePrograms({ ...MARIADB_PACKAGES, chromium: ['chromium', 'fonts-liberation'] });
  requirePackages();
  requireBuild();
  const data = mkdtempSync(join(tmpdir(), 'perambula-bench-'));
  const stack = await startStack({ data, port: await freePort(), loaded: true });
  try {
    const bench = spawn(
      process.execPath,
      ['--enable-source-maps', '--import', 'tsx', 'bench/main.ts', ...process.argv.slice(2)],
      {
        cwd: ROOT,
        stdio: 'inherit',
        env: { ...process.env, PERAMBULA_RUN: join(data, 'run.json') },
      },
    );
    // one that is told to stop stops the application, too
    for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => bench.kill(signal));
    const [status] = await once(bench, 'exit');
    process.exitCode = status ?? 1;
  } finally {
    await stack.stop();
    rmSync(data, { recursive: true, force: true });
  }
});
