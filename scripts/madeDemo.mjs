import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statfsSync } from 'node:fs';
import { homedir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { freePort, lastBuild, lockData } from './machine.mjs';
import { say, Stop } from './say.mjs';
import { startStack } from './stack.mjs';

/** What a demo consists of; secrets, logs and locks are each copy's own. */
const PARTS = ['county', 'mail', 'engine.snapshot', 'address', 'mariadb'];
/** A demo takes about 1.3 GB: room for the one that is kept, and for its copy. */
const ROOM_FOR_TWO_MB = 4000;

/** Whether a data directory holds a demo. */
export function isFilled(data) {
  return existsSync(join(data, 'mariadb'));
}

/** Empties a data directory of its demo. */
export function empty(data) {
  for (const part of [...PARTS, 'run.json']) rmSync(join(data, part), { recursive: true, force: true });
}

/**
 * Fills a data directory with a demo whose people have lived in it for so many days. It is made once for each build on a
 * machine, and kept in the user's cache; every other data directory gets a copy.
 *
 * @param {string} data  the data directory
 * @param {number} lived  days
 */
export async function fillWithDemo(data, lived) {
  const kept = join(process.env.XDG_CACHE_HOME || join(homedir(), '.cache'), 'perambula', nameOf(lived));
  if (!existsSync(kept)) {
    const making = placeToMake(kept) ?? join(data, 'in-the-making');
    await make(making, lived);
    if (making !== partOf(kept)) {
      for (const part of PARTS) if (existsSync(join(making, part))) renameSync(join(making, part), join(data, part));
      return rmSync(making, { recursive: true });
    }
    renameSync(making, kept);
    forgetOthers(kept);
  }
  say('Copying the demo …');
  // the database comes last: with it, the directory is filled
  const parts = PARTS.filter((part) => existsSync(join(kept, part)));
  for (const part of parts) execFileSync('cp', ['-a', '--reflink=auto', join(kept, part), join(data, `${part}.part`)]);
  for (const part of parts) renameSync(join(data, `${part}.part`), join(data, part));
}

/** Another build makes another demo, and so does a county of another size. */
function nameOf(lived) {
  const { COUNTY_PARCELS = '', COUNTY_SINCE = '' } = process.env;
  const of = [lastBuild(), lived, COUNTY_PARCELS, COUNTY_SINCE].join(' ');
  return `demo-${createHash('sha256').update(of).digest('hex').slice(0, 16)}`;
}

function partOf(kept) {
  return `${kept}.part`;
}

/** Where the one to keep is made; null where none can be kept, or another process is making it. */
function placeToMake(kept) {
  const part = partOf(kept);
  try {
    mkdirSync(part, { recursive: true, mode: 0o700 });
    const { bavail, bsize } = statfsSync(part);
    if ((bavail * bsize) / 1e6 < ROOM_FOR_TWO_MB) return null;
    lockData(part);
    return part;
  } catch (error) {
    if (error instanceof Stop || error.code) return null;
    throw error;
  }
}

/** Lets people live in it, away from the address at which it will be met; goes on where it was broken off. */
async function make(folder, lived) {
  say(`Making the demo: its people live in it for ${lived} days. This is done once on a machine, and takes some minutes.`);
  const stack = await startStack({ data: folder, port: await freePort(), peopled: true, lived, throwaway: true, tell: say });
  await stack.stop();
  for (const part of ['secrets.json', 'logs', 'lock']) rmSync(join(folder, part), { recursive: true, force: true });
}

/** Those of other builds, unless somebody is making one. */
function forgetOthers(kept) {
  const folder = dirname(kept);
  for (const name of readdirSync(folder)) {
    if (!name.startsWith('demo-') || name === basename(kept)) continue;
    const other = join(folder, name);
    if (!isHeld(other)) rmSync(other, { recursive: true, force: true });
  }
}

function isHeld(folder) {
  try {
    lockData(folder);
    return false;
  } catch {
    return true;
  }
}
