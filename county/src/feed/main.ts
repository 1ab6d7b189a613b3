import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { baseMap } from '../baseMap.js';
import { buildCounty } from '../county.js';
import { Market } from '../market.js';
import { serveFeed } from './serve.js';

// the listing feed as a process of its own; its base map goes to a file that the server reads
const { FEED_PORT = '0', FEED_TOKEN = '', COUNTY_DIR = '.data/county', COUNTY_SEED = '7' } = process.env;
const county = buildCounty(Number(COUNTY_SEED));
mkdirSync(COUNTY_DIR, { recursive: true });
writeFileSync(join(COUNTY_DIR, 'base.geojson'), JSON.stringify(baseMap(county)));
const server = serveFeed({ county, market: new Market(county), token: FEED_TOKEN });
server.listen(Number(FEED_PORT), '127.0.0.1');
process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => server.close(() => process.exit(0)));
process.on('SIGTERM', () => server.closeAllConnections());
