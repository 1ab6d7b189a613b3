import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { delimiter, join } from 'node:path';
import { requirePackages, ROOT } from './machine.mjs';
import { main, say } from './say.mjs';

const BIN = join(ROOT, 'node_modules/.bin');
/** Where each keeps what it found, so that only what changed is looked at again. */
const cache = (name) => join(ROOT, 'node_modules/.cache', name);
const types = (project) => [
  `types of ${project}`,
  'tsc',
  ['-p', project, '--noEmit', '--incremental', '--tsBuildInfoFile', cache(`types-${project.replaceAll('/', '-')}`)],
];
const lint = (name, ...workspaces) => [
  `lint of ${name}`,
  'eslint',
  [...workspaces, '--max-warnings', '0', '--cache', '--cache-strategy', 'content', '--cache-location', cache(`eslint-${name}`)],
];
/** What is held, the longest first. */
const HELD = [
  lint('pages', 'web', 'e2e', 'bench'),
  lint('core-and-server', 'core', 'contract', 'county', 'server'),
  types('web'),
  types('server/tsconfig.tests.json'),
  types('bench'),
  types('e2e'),
  types('web/worker'),
  ['form', 'prettier', ['--check', '--log-level', 'warn', '--cache', '--cache-location', cache('form'), '.']],
  ['borders', 'node', ['scripts/borders.mjs']],
  ['dead code', 'knip', ['--cache', '--cache-location', cache('knip')]],
];

/** Builds the libraries, then holds types, lint, form, borders and dead code, as many at once as there are processors. */
await main(async () => {
  requirePackages();
  const failed = (await run(['build', 'npm', ['run', '--silent', 'build:libs']])) ? await inTurn([...HELD]) : ['build'];
  say(failed.length === 0 ? 'All is well.' : `Not so: ${failed.join(', ')}.`);
  process.exit(failed.length === 0 ? 0 : 1);
});

async function inTurn(waiting) {
  const failed = [];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) if (!(await run(next))) failed.push(next[0]);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
  return failed;
}

/** Whether a command finds nothing wrong; what it says is printed whole, at its end. */
function run([name, command, args]) {
  const begun = Date.now();
  return new Promise((resolve) => {
    const said = [];
    const child = spawn(command, args, { cwd: ROOT, env: { ...process.env, PATH: `${BIN}${delimiter}${process.env.PATH}` } });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
    child.once('close', (code) => {
      say(`${name}: ${code === 0 ? 'well' : 'not so'}, ${((Date.now() - begun) / 1000).toFixed(0)} s`);
      if (code !== 0) process.stdout.write(Buffer.concat(said));
      resolve(code === 0);
    });
  });
}
