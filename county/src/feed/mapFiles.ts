import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { addressFile } from '../addressFile.js';
import { farMap, nearMap } from '../baseMap.js';
import type { County } from '../county.js';
import { roadFile } from '../roadFile.js';
import { zoneMap } from '../zoneMap.js';

/**
 * Writes the county's base map, roads, zones and addresses as files.
 *
 * @param madeOf  what the files come out of, on one line: where they stand already, made of the same, they are left as they are
 */
export function writeMapFiles(county: County, folder: string, madeOf: string | undefined): void {
  const stamp = join(folder, 'made-of.txt');
  if (madeOf && existsSync(stamp) && readFileSync(stamp, 'utf8') === madeOf) return;
  rmSync(stamp, { force: true });
  mkdirSync(join(folder, 'near'), { recursive: true });
  const write = (name: string, content: string): void => {
    const file = join(folder, name);
    writeFileSync(`${file}.new`, content);
    renameSync(`${file}.new`, file);
  };
  const maps = {
    far: farMap(county),
    roads: roadFile(county.roads),
    zones: zoneMap(county),
    addresses: addressFile(county),
  };
  for (const [name, map] of Object.entries(maps)) write(`${name}.geojson`, JSON.stringify(map));
  for (const [name, piece] of nearMap(county)) write(join('near', `${name}.geojson`), JSON.stringify(piece));
  if (madeOf) write('made-of.txt', madeOf);
}
