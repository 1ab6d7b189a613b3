import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What agents write down on the road. */
export class VisitNotes1766900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `visit_notes` (`id` char(36) NOT NULL, `agentId` char(36) NOT NULL, `roundId` char(36) NOT NULL, `clientId` char(36) NULL, `kind` varchar(10) NOT NULL, `listingKey` varchar(60) NULL, `personId` char(36) NULL, `verdict` varchar(10) NULL, `text` varchar(2000) NOT NULL, `minutes` int NULL, `at` datetime(3) NOT NULL, `picture` mediumblob NULL, INDEX `visit_notes_round` (`roundId`, `at`), INDEX `visit_notes_client` (`clientId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `visit_notes`');
  }
}
