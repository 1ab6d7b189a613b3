import { mkdirSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { addressFile } from '../addressFile.js';
import { farMap, nearMap } from '../baseMap.js';
import { buildCounty } from '../county.js';
import { Market } from '../market.js';
import { roadFile } from '../roadFile.js';
import { zoneMap } from '../zoneMap.js';
import { serveFeed } from './serve.js';

// the listing feed as a process of its own; its base map goes to files that the server reads
const {
  FEED_PORT = '0',
  FEED_TOKEN = '',
  COUNTY_DIR = '.data/county',
  COUNTY_SEED = '7',
  COUNTY_PARCELS,
  COUNTY_SINCE,
} = process.env;
const county = buildCounty({
  seed: Number(COUNTY_SEED),
  ...(COUNTY_PARCELS ? { parcels: Number(COUNTY_PARCELS) } : {}),
  ...(COUNTY_SINCE ? { since: COUNTY_SINCE } : {}),
});
const write = (name: string, map: object): void => {
  const file = join(COUNTY_DIR, `${name}.geojson`);
  writeFileSync(`${file}.new`, JSON.stringify(map));
  renameSync(`${file}.new`, file);
};
mkdirSync(join(COUNTY_DIR, 'near'), { recursive: true });
write('far', farMap(county));
write('roads', roadFile(county.roads));
write('zones', zoneMap(county));
write('addresses', addressFile(county));
for (const [name, piece] of nearMap(county)) write(join('near', name), piece);
const server = serveFeed({ county, market: new Market(county), token: FEED_TOKEN });
server.listen(Number(FEED_PORT), '127.0.0.1');
process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => server.close(() => process.exit(0)));
process.on('SIGTERM', () => server.closeAllConnections());
