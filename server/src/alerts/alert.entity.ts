import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

const bigint = { to: (value: number) => value, from: (value: string) => Number(value) };

/** One piece of news for one alert: written once, told at most once. */
@Entity('alert_items')
@Index(['searchId', 'listingKey', 'sequence'], { unique: true })
export class AlertItemRow {
  @PrimaryColumn('bigint', { generated: 'increment', transformer: bigint }) id: number;
  @Column('char', { length: 36 }) searchId: string;
  @Column('varchar', { length: 60 }) listingKey: string;
  /** The listing change it comes from; 0 for what fitted when the alert began or when time alone made it fit. */
  @Column('bigint', { transformer: bigint }) sequence: number;
  @Column('varchar', { length: 20 }) kind: string;
  @Column('varchar', { length: 120 }) why: string;
  @Column('datetime', { precision: 3 }) at: Date;
  /** What the agent says of the home in the message. */
  @Column('varchar', { length: 300, default: '' }) words: string;
  /** The digest that told it. */
  @Index() @Column('char', { length: 36, nullable: true }) digestId: string | null;
  @Column('datetime', { precision: 3, nullable: true }) toldAt: Date | null;
  /** Why it was kept back when its digest was written; null when it was not. */
  @Column('varchar', { length: 120, nullable: true }) dropped: string | null;
}

/** Why somebody decided that a home is not told; other reasons come from the home, and may pass. */
export const NOT_TOLD = {
  already: 'told already',
  leftOut: 'left out by the agent',
  keptBack: 'kept back by the agent',
  notAdded: 'not sent when the search was changed',
} as const;

/** In SQL: whether an item `i` reached its household, and does not wait in a message for its agent's look. */
export const WAS_TOLD =
  "i.toldAt IS NOT NULL AND NOT EXISTS (SELECT 1 FROM outbox o WHERE o.digestId = i.digestId AND o.state = 'held')";

/** How far listing changes have been matched against the alerts: one row, locked by whoever matches. */
@Entity('match_cursor')
export class MatchCursorRow {
  @PrimaryColumn('int') id: number;
  @Column('bigint', { transformer: bigint }) sequence: number;
  /** The county's day whose midnight was last matched. */
  @Column('date', { nullable: true }) matchedDay: string | null;
}
