import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** That a listing's agent was told by one of ours that somebody is looking for such a home; nothing says who. */
@Entity('told_offices')
@Index('told_offices_address', ['agentId', 'address'])
export class ToldOfficeRow {
  @PrimaryColumn('char', { length: 36 }) agentId: string;
  @PrimaryColumn('varchar', { length: 60 }) listingKey: string;
  @Column('varchar', { length: 254 }) address: string;
  /** Of the token in the message's link that wants no more of them. */
  @Index('told_offices_token') @Column('char', { length: 64 }) tokenHash: string;
  @Column('datetime', { precision: 3 }) at: Date;
  /** When they wanted no more. */
  @Column('datetime', { precision: 3, nullable: true }) stoppedAt: Date | null;
}
