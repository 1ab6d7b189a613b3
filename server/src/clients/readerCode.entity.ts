import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A code mailed to a reader of a portal: only its hash is kept. Its life is counted in real time. */
@Entity('reader_codes')
export class ReaderCodeRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index('reader_codes_person') @Column('char', { length: 36 }) personId: string;
  @Column('char', { length: 64 }) codeHash: string;
  @Column('datetime', { precision: 3 }) sentAt: Date;
  @Column('datetime', { precision: 3 }) expiresAt: Date;
  @Column('int') triesLeft: number;
}

/** A browser in which a reader once typed such a code, by the hash of the token that it keeps. */
@Entity('known_browsers')
export class KnownBrowserRow {
  @PrimaryColumn('char', { length: 64 }) tokenHash: string;
  @Index('known_browsers_person') @Column('char', { length: 36 }) personId: string;
  @Column('datetime', { precision: 3 }) expiresAt: Date;
}
