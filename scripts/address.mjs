import { existsSync, readdirSync, readFileSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Stop } from './say.mjs';

/** Where the outbox keeps addresses of pages. */
const COLUMNS = ['html', 'text', 'stopUrl', 'calendar'];

/**
 * Lets the links in a demo's mail lead to the address that it is met at now, when it was met at another before.
 *
 * @param {string} data  the data directory
 * @param {string} web  the address, such as http://127.0.0.1:4100
 * @param {import('./mariadb.mjs').MariaDb} database  running
 */
export function bringLinksTo(data, web, database) {
  const file = join(data, 'address');
  const before = existsSync(file) ? readFileSync(file, 'utf8') : web;
  if (before !== web) {
    bringOutbox(before, web, database);
    bringMailbox(join(data, 'mail'), before, web);
  }
  writeFileSync(file, web);
}

function bringOutbox(before, web, database) {
  if (database.query("SHOW TABLES FROM perambula LIKE 'outbox'").stdout.trim() === '') return;
  const set = COLUMNS.map((column) => `${column} = REPLACE(${column}, '${before}/', '${web}/')`);
  const { status, stderr } = database.query(`UPDATE perambula.outbox SET ${set.join(', ')}`);
  if (status !== 0) throw new Stop(`The links in the demo's mail could not be brought to ${web}: ${stderr}`);
}

/** Messages as they arrived; one keeps its time of arrival. */
function bringMailbox(folder, before, web) {
  if (!existsSync(folder)) return;
  // a line of quoted-printable (RFC 2045, 6.7) may break anywhere, with = at its end
  const address = new RegExp(`${[...before].map((sign) => sign.replace(/\W/, '\\$&')).join('(?:=\\r?\\n)?')}(?!\\d)`, 'g');
  for (const name of readdirSync(folder)) {
    if (!name.endsWith('.eml')) continue;
    const path = join(folder, name);
    const { atime, mtime } = statSync(path);
    const text = readFileSync(path, 'latin1');
    const brought = text.replace(address, web);
    if (brought === text) continue;
    writeFileSync(path, brought, 'latin1');
    utimesSync(path, atime, mtime);
  }
}
