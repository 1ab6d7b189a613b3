import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { ThrottlerStorage } from '@nestjs/throttler';
import { DataSource } from 'typeorm';

type Counted = Awaited<ReturnType<ThrottlerStorage['increment']>>;

/** How often something was tried, counted for all servers together; a name's count begins anew once its time is over. */
@Injectable()
export class ThrottleStorage implements ThrottlerStorage {
  constructor(private readonly database: DataSource) {}

  /** @param ttl  milliseconds of real time */
  async increment(key: string, ttl: number, limit: number): Promise<Counted> {
    const name = createHash('sha256').update(key).digest('hex');
    const until = new Date(Date.now() + ttl);
    await this.database.query(
      `INSERT INTO throttles (name, hits, until) VALUES (?, 1, ?)
       ON DUPLICATE KEY UPDATE hits = IF(until <= ?, 1, hits + 1), until = IF(until <= ?, VALUES(until), until)`,
      [name, until, new Date(), new Date()],
    );
    const [row] = await this.database.query<{ hits: number; until: Date }[]>('SELECT hits, until FROM throttles WHERE name = ?', [
      name,
    ]);
    const { hits = 1, until: ends = until } = row ?? {};
    if (Math.random() < 0.01) await this.database.query('DELETE FROM throttles WHERE until < ?', [new Date()]);
    const seconds = Math.max(0, Math.ceil((ends.getTime() - Date.now()) / 1000));
    const isBlocked = hits > limit;
    return { totalHits: hits, timeToExpire: seconds, isBlocked, timeToBlockExpire: isBlocked ? seconds : 0 };
  }
}
