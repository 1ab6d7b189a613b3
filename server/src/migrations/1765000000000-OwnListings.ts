import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Listings of agents' own files, apart from those that everybody sees. */
export class OwnListings1765000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `own_listings` (`listingKey` varchar(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, `agentId` varchar(36) NOT NULL, `sequence` bigint NOT NULL, `removed` tinyint NOT NULL DEFAULT 0, `data` longtext NOT NULL, PRIMARY KEY (`listingKey`), INDEX (`agentId`), INDEX (`sequence`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `own_listings`');
  }
}
