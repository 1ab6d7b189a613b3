import { setTimeout as rest } from 'node:timers/promises';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { withCeiling } from './countedSearch.js';
import { measured, report } from './measure.js';
import { signedIn } from './signedIn.js';

const BETWEEN_MS = 250;
const HOMES_EACH = 3;
const QUIET_SECONDS = 20;

/** So many alerts due at one moment, each with news: until their messages are queued, and what a count takes meanwhile. */
export async function benchAlerts(
  web: string,
  signIn: { email: string; password: string },
  database: Connection,
  alerts: number,
): Promise<void> {
  const headers = { 'content-type': 'application/json', cookie: await signedIn(web, signIn) };
  const count = async (): Promise<number> => {
    const search = withCeiling(300_000 + 1000 * Math.floor(Math.random() * 300));
    const start = performance.now();
    await (await fetch(`${web}/api/searches/count`, { method: 'POST', headers, body: JSON.stringify({ search }) })).text();
    return performance.now() - start;
  };
  const countUntil = async (isOver: () => boolean | Promise<boolean>): Promise<number[]> => {
    const times: number[] = [];
    while (!(await isOver())) {
      times.push(await count());
      await rest(BETWEEN_MS);
    }
    return times;
  };
  const quietUntil = performance.now() + 1000 * QUIET_SECONDS;
  const alone = await countUntil(() => performance.now() > quietUntil);
  await makeDue(database, alerts);
  const start = performance.now();
  const beside = await countUntil(async () => (await queued(database)) >= alerts);
  const seconds = (performance.now() - start) / 1000;
  report(
    `${alerts.toLocaleString('en-US')} alerts due at once, each telling ${HOMES_EACH} homes`,
    [measured('a count, nothing due', alone), measured('a count while they are written', beside)],
    `all composed and queued after ${seconds.toFixed(0)} s, ${((1000 * seconds) / alerts).toFixed(1)} ms each`,
  );
}

/** Alerts whose next time is not the one that they were made due at: their messages are in the outbox. */
async function queued(database: Connection): Promise<number> {
  const [rows] = await database.query<(RowDataPacket & { n: string })[]>(
    `SELECT COUNT(*) AS n FROM alerts a JOIN searches s ON s.id = a.searchId WHERE s.name = 'Due' AND a.nextDueAt > '2026-01-01'`,
  );
  return Number(rows[0]?.n);
}

/** A household, a search and an alert for each, as an agent with so many clients would have them. */
async function makeDue(database: Connection, alerts: number): Promise<void> {
  const search = JSON.stringify({ version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] });
  await database.query(
    `INSERT INTO clients (id, agentId, name, notes, createdAt)
       SELECT UUID(), a.id, CONCAT('Due ', seq), '', NOW(3) FROM seq_1_to_${alerts}, (SELECT id FROM agents ORDER BY id LIMIT 1) a`,
  );
  await database.query(
    `INSERT INTO people (id, clientId, name, email, confirmedAt)
       SELECT UUID(), id, name, CONCAT(REPLACE(name, ' ', ''), '@due.example'), NOW(3) FROM clients WHERE name LIKE 'Due %'`,
  );
  await database.query(
    `INSERT INTO searches (id, agentId, clientId, name, document, version, updatedAt)
       SELECT UUID(), agentId, id, 'Due', ?, 1, NOW(3) FROM clients WHERE name LIKE 'Due %'`,
    [search],
  );
  await database.query(
    `INSERT INTO alert_items (searchId, listingKey, sequence, kind, why, at, words)
       SELECT s.id, l.listingKey, 1, 'new', 'New on the market', NOW(3), '' FROM searches s,
         (SELECT listingKey FROM listings WHERE removed = 0 AND standardStatus = 'Active'
            AND JSON_VALUE(data, '$.PropertyType') = 'Residential' AND JSON_VALUE(data, '$.ListOfficeName') <> ''
            AND CONCAT('', JSON_EXTRACT(data, '$.InternetEntireListingDisplayYN')) = 'true' LIMIT ${HOMES_EACH}) l
       WHERE s.name = 'Due'`,
  );
  await database.query(
    `INSERT INTO alerts (searchId, cadence, tell, held, holdIf, subject, greeting, state, startedAt, nextDueAt, introduced, sinceSequence)
       SELECT id, 'eachMorning', '["new"]', 0, '[]', '', '', 'running', '2026-01-01', '2026-01-01', 1, 0
       FROM searches WHERE name = 'Due'`,
  );
}
