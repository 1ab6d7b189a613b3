import { execFileSync, spawnSync } from 'node:child_process';
import { createHash, randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statfsSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { say, Stop } from './say.mjs';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const LEAST_FREE_MB = 600;

/** Stops with a sentence where there is too little room. */
export function requireDisk(folder) {
  const { bavail, bsize } = statfsSync(folder);
  const free = Math.floor((bavail * bsize) / 1_000_000);
  if (free < LEAST_FREE_MB)
    throw new Stop(`Only ${free} MB are free at ${folder}; Perambula needs ${LEAST_FREE_MB} MB. Make room and start again.`);
}

/** Installs those Debian packages whose program is not there yet. */
export function requirePrograms(programs) {
  const missing = Object.entries(programs).filter(([program]) => !isProgram(program));
  if (missing.length === 0) return;
  const packages = [...new Set(missing.flatMap(([, names]) => names))];
  if (process.getuid?.() !== 0) {
    throw new Stop(
      `These Debian packages are missing: ${packages.join(', ')}.\nInstalling them needs root: run “apt-get install ${packages.join(' ')}” as root, then start again.`,
    );
  }
  if (!isProgram('apt-get'))
    throw new Stop(`This machine has no apt-get. Install ${packages.join(', ')} by its own means, then start again.`);
  say(`Installing Debian's ${packages.join(', ')} …`);
  const environment = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) => spawnSync('apt-get', args, { env: environment, encoding: 'utf8' });
  const install = () => apt('install', '-y', '--no-install-recommends', ...packages);
  let done = install();
  if (done.status !== 0) {
    apt('update');
    done = install();
  }
  if (done.status !== 0)
    throw new Stop(
      `Debian's packages ${packages.join(', ')} could not be installed:\n${done.stderr.trim().split('\n').slice(-4).join('\n')}`,
    );
}

function isProgram(name) {
  return ['/usr/sbin', '/usr/bin', '/usr/local/bin', '/bin', '/sbin'].some((folder) => existsSync(join(folder, name)));
}

/** Installs the npm packages when the lockfile is another than at the last time. */
export function requirePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Stop(`Perambula needs Node 20.19 or later; this is ${process.versions.node}.`);
  const stamp = join(ROOT, 'node_modules', '.perambula-lockfile');
  const hash = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  say('Installing packages from the npm registry …');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: ROOT, encoding: 'utf8' });
  if (done.status !== 0)
    throw new Stop(`npm ci failed:\n${(done.stderr || done.stdout).trim().split('\n').slice(-8).join('\n')}`);
  writeFileSync(stamp, hash);
}

const BUILT_OF = join(ROOT, 'node_modules', '.perambula-build');

/** Tells one build from another: a hash of what the last was made of. */
export function lastBuild() {
  return existsSync(BUILT_OF) ? readFileSync(BUILT_OF, 'utf8') : '';
}

/** Builds when a source is newer than the last build. */
export function requireBuild() {
  const sources = ['core', 'contract', 'county', 'server', 'web'].flatMap((workspace) => [
    join(ROOT, workspace, 'assembly'),
    join(ROOT, workspace, 'asconfig.json'),
    join(ROOT, workspace, 'src'),
    join(ROOT, workspace, 'worker'),
    join(ROOT, workspace, 'package.json'),
  ]);
  const hash = createHash('sha256');
  for (const file of [
    ...sources.flatMap(filesBelow),
    ...['index.html', 'portal.html', 'day.html', 'vite.config.ts'].map((name) => join(ROOT, 'web', name)),
    join(ROOT, 'package-lock.json'),
    join(ROOT, 'scripts/answers.mjs'),
    join(ROOT, 'scripts/bundle.mjs'),
  ].sort()) {
    if (existsSync(file)) hash.update(file.slice(ROOT.length)).update(readFileSync(file));
  }
  const now = hash.digest('hex');
  if (
    lastBuild() === now &&
    existsSync(join(ROOT, 'web/dist/index.html')) &&
    existsSync(join(ROOT, 'server/dist/bundle/main.js'))
  )
    return;
  say('Building …');
  try {
    // a test runner that starts it sets another, and the pages would be built for looking into them
    const env = { ...process.env, NODE_ENV: 'production' };
    execFileSync('npm', ['run', 'build', '--silent'], { cwd: ROOT, encoding: 'utf8', stdio: 'pipe', env });
  } catch (error) {
    throw new Stop(`The build failed:\n${`${error.stdout}${error.stderr}`.trim().split('\n').slice(-20).join('\n')}`);
  }
  writeFileSync(BUILT_OF, now);
}

function filesBelow(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path, { withFileTypes: true }).flatMap((entry) => filesBelow(join(path, entry.name)));
}

// below the range that the kernel gives to outgoing connections (32768 up), which could take a port between its choice and its use
const PORTS = { from: 15_000, to: 32_000 };
const given = new Set();

/** A port of the loopback that nobody listens on now, and that this process has not given before. */
export async function freePort() {
  for (;;) {
    const port = randomInt(PORTS.from, PORTS.to);
    if (given.has(port) || !(await isFree(port))) continue;
    given.add(port);
    return port;
  }
}

/** Whether a port of the loopback can be had. */
export function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** Takes a data directory for this process, or says who has it; a lock whose holder is gone is taken over. */
export function lockData(data) {
  mkdirSync(data, { recursive: true });
  const lock = join(data, 'lock');
  const holder = existsSync(lock) ? Number(readFileSync(lock, 'utf8')) : 0;
  if (holder && holder !== process.pid && isAlive(holder)) {
    throw new Stop(`${data} is in use by process ${holder}. Stop that one (kill ${holder}), or start with another --data.`);
  }
  writeFileSync(lock, String(process.pid));
}

export function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}
