import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A home that an agent chose and sent to a household, each time that it was. */
@Entity('sent_homes')
@Index('sent_homes_client_home', ['clientId', 'listingKey'])
export class SentHomeRow {
  @PrimaryColumn('bigint', { generated: 'increment' }) id: string;
  @Column('char', { length: 36 }) clientId: string;
  @Column('varchar', { length: 60 }) listingKey: string;
  @Column('datetime', { precision: 3 }) at: Date;
}
