import { buildCounty } from '../county.js';
import { Market } from '../market.js';
import { writeMapFiles } from './mapFiles.js';
import { serveFeed } from './serve.js';

// the listing feed as a process of its own; its base map goes to files that the server reads
const {
  FEED_PORT = '0',
  FEED_TOKEN = '',
  COUNTY_DIR = '.data/county',
  COUNTY_SEED = '7',
  COUNTY_PARCELS,
  COUNTY_SINCE,
  COUNTY_BUILD,
} = process.env;
const county = buildCounty({
  seed: Number(COUNTY_SEED),
  ...(COUNTY_PARCELS ? { parcels: Number(COUNTY_PARCELS) } : {}),
  ...(COUNTY_SINCE ? { since: COUNTY_SINCE } : {}),
});
writeMapFiles(county, COUNTY_DIR, COUNTY_BUILD && [COUNTY_BUILD, COUNTY_SEED, COUNTY_PARCELS, COUNTY_SINCE].join(' '));
const server = serveFeed({ county, market: new Market(county), token: FEED_TOKEN });
server.listen(Number(FEED_PORT), '127.0.0.1');
process.on('disconnect', () => process.exit(0));
process.on('SIGTERM', () => server.close(() => process.exit(0)));
process.on('SIGTERM', () => server.closeAllConnections());
