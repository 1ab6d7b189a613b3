import type { DataSource } from 'typeorm';
import { describe, expect, it } from 'vitest';
import type { WholeFiles } from '../clientFiles/index.js';
import type { Clock } from '../clock/index.js';
import { UnconfirmedVisitors } from './unconfirmed.js';
import { startTestStack } from '../testing/stack.js';

describe('files of visitors who never confirmed', () => {
  it('go after thirty days, if nothing was done in them', async () => {
    const stack = await startTestStack();
    const database = await stack.connect();
    try {
      const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
      for (const name of ['Old', 'Noted', 'Confirmed', 'Fresh'])
        await stack.browser().good('POST', '/api/visitors/juno-albright/requests', {
          name,
          email: `${name}@asked.example`,
          search,
          cadence: 'weekly',
        });
      const now = Date.parse('2026-06-01T12:00:00Z');
      const days = (n: number): Date => new Date(now - n * 86_400_000);
      await database.query(`UPDATE clients SET createdAt = ? WHERE cameBy = 'page'`, [days(31)]);
      await database.query(`UPDATE clients SET createdAt = ? WHERE name = 'Fresh'`, [days(29)]);
      await database.query(`UPDATE clients SET notes = 'Called.' WHERE name = 'Noted'`);
      await database.query(`UPDATE people SET confirmedAt = NOW(3) WHERE name = 'Confirmed'`);
      const removed: string[] = [];
      const visitors = new UnconfirmedVisitors(
        {
          query: async (sql: string, values: unknown[]) => (await database.query(sql, values))[0],
        } as unknown as DataSource,
        { now: () => now } as Clock,
        { remove: (_: string, id: string) => Promise.resolve(void removed.push(id)) } as unknown as WholeFiles,
        { role: 'web' },
      );
      expect(await visitors.removeOld()).toBe(1);
      const [rows] = (await database.query('SELECT name FROM clients WHERE id = ?', [removed[0]])) as unknown as [
        { name: string }[],
      ];
      expect(rows).toEqual([{ name: 'Old' }]);
    } finally {
      await database.end();
      await stack.end();
    }
  });
});
