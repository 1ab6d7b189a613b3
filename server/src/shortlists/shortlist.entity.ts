import type { Stage } from '@perambula/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

@Entity('shortlists')
export class ShortlistRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) agentId: string;
  /** Whose it is; null where it is the agent's own. */
  @Index() @Column('char', { length: 36, nullable: true }) clientId: string | null;
  @Column('varchar', { length: 120 }) name: string;
  @Column('datetime', { precision: 3 }) createdAt: Date;
  /** Since when the household finds its homes in their portal; null where they do not. */
  @Column('datetime', { precision: 3, nullable: true }) sharedAt: Date | null;
  @Column('datetime', { precision: 3, nullable: true }) archivedAt: Date | null;
  /** When it was deleted, so that it can be brought back; null while it is there. */
  @Column('datetime', { precision: 3, nullable: true }) removedAt: Date | null;
}

@Entity('shortlist_items')
@Index(['shortlistId', 'listingKey'], { unique: true })
export class ShortlistItemRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('char', { length: 36 }) shortlistId: string;
  @Column('varchar', { length: 60 }) listingKey: string;
  /** The deleted shortlist that it came from, so that it can go back; null where it was put here. */
  @Column('char', { length: 36, nullable: true }) mergedFrom: string | null;
  @Column('int') position: number;
  /** Its place in the household's own order; null where they gave it none. */
  @Column('int', { nullable: true }) ownPosition: number | null;
  @Column('varchar', { length: 2000 }) note: string;
  /** As the agent says; what its showings say besides counts, too. */
  @Column('varchar', { length: 12 }) stage: Stage;
  @Column('varchar', { length: 300, default: '' }) why: string;
  /** When it was taken off, so that it can be put back; null while it is on it. */
  @Column('datetime', { precision: 3, nullable: true }) removedAt: Date | null;
  @Column('decimal', {
    precision: 14,
    scale: 2,
    transformer: { to: (value: number) => value, from: (value: string) => Number(value) },
  })
  priceWhenAdded: number;
  @Column('varchar', { length: 40 }) statusWhenAdded: string;
  @Column('datetime', { precision: 3 }) addedAt: Date;
}
