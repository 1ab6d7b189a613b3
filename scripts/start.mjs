import { rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { isFree, lockData, requireBuild, requireDisk, requirePackages, requirePrograms, ROOT } from './machine.mjs';
import { MARIADB_PACKAGES } from './mariadb.mjs';
import { empty, fillWithDemo, isFilled } from './madeDemo.mjs';
import { main, say, Stop } from './say.mjs';
import { startStack } from './stack.mjs';

/** A demo may have been lived in for so many days before it is handed over. */
const MOST_DAYS = 70;

await main(async () => {
  const { port, data, fresh, lived } = options();
  requireDisk(ROOT);
  if (!(await isFree(port)))
    throw new Stop(
      `Port ${port} is taken. Stop what listens there, or start with another: npm start -- --port ${port + 1} --data .data-${port + 1}`,
    );
  requirePrograms(MARIADB_PACKAGES);
  requirePackages();
  requireBuild();
  lockData(data);
  let stack = null;
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    say('Stopping …');
    await stack?.stop();
    rmSync(resolve(data, 'lock'), { force: true });
    process.exit(0);
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  if (fresh) empty(data);
  if (lived > 0 && !isFilled(data)) await fillWithDemo(data, lived);
  say('Starting MariaDB, the feed, the mail server and the server …');
  stack = await startStack({ data, port, peopled: true });
  say(
    `\nPerambula runs at ${stack.run.web}\nSign in as ${stack.run.signIn.email} with the password “${stack.run.signIn.password}”. Ctrl-C stops it; nothing is lost.`,
  );
});

function options() {
  let values;
  try {
    ({ values } = parseArgs({
      options: {
        port: { type: 'string', default: '4100' },
        data: { type: 'string', default: '.data' },
        fresh: { type: 'boolean', default: false },
        lived: { type: 'string', default: String(MOST_DAYS) },
      },
    }));
  } catch (error) {
    throw new Stop(`${error.message}\nnpm start -- [--port N] [--data DIR] [--fresh] [--lived DAYS]`);
  }
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Stop(`--port takes a number from 1 to 65535, not “${values.port}”.`);
  const lived = Number(values.lived);
  if (!Number.isInteger(lived) || lived < 0 || lived > MOST_DAYS)
    throw new Stop(`--lived takes a number of days from 0 to ${MOST_DAYS}, not “${values.lived}”.`);
  return { port, data: resolve(ROOT, values.data), fresh: values.fresh, lived };
}
