import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Whether an alert lets listing agents know that somebody is looking, and which of them were told of what. */
export class ToldOffices1766400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `alerts` ADD COLUMN IF NOT EXISTS `tellsOffices` tinyint NOT NULL DEFAULT 0');
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `told_offices` (`agentId` char(36) NOT NULL, `listingKey` varchar(60) NOT NULL, `address` varchar(254) NOT NULL, `tokenHash` char(64) NOT NULL, `at` datetime(3) NOT NULL, `stoppedAt` datetime(3) NULL, INDEX `told_offices_address` (`agentId`, `address`), INDEX `told_offices_token` (`tokenHash`), PRIMARY KEY (`agentId`, `listingKey`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `told_offices`');
    await runner.query('ALTER TABLE `alerts` DROP COLUMN `tellsOffices`');
  }
}
