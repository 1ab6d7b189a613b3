import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What happens in a file beside messages and visits; files put away; a household's hours; whether a message's link was followed. */
export class ClientsInFull1765900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `timeline_entries` (`id` char(36) NOT NULL, `clientId` char(36) NOT NULL, `personId` char(36) NULL, `kind` varchar(12) NOT NULL, `text` varchar(2000) NOT NULL, `about` varchar(60) NULL, `at` datetime(3) NOT NULL, `answeredAt` datetime(3) NULL, INDEX `timeline_entries_client` (`clientId`, `at`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'ALTER TABLE `clients` ADD COLUMN IF NOT EXISTS `archivedAt` datetime(3) NULL, ADD COLUMN IF NOT EXISTS `timeZone` varchar(40) NULL, ADD COLUMN IF NOT EXISTS `quietFrom` varchar(5) NULL, ADD COLUMN IF NOT EXISTS `quietUntil` varchar(5) NULL',
    );
    await runner.query("ALTER TABLE `people` ADD COLUMN IF NOT EXISTS `reachBy` varchar(10) NOT NULL DEFAULT 'email'");
    await runner.query('ALTER TABLE `links` ADD COLUMN IF NOT EXISTS `openedAt` datetime(3) NULL');
    await runner.query('ALTER TABLE `outbox` ADD COLUMN IF NOT EXISTS `linkHash` char(64) NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `outbox` DROP COLUMN `linkHash`');
    await runner.query('ALTER TABLE `links` DROP COLUMN `openedAt`');
    await runner.query('ALTER TABLE `people` DROP COLUMN `reachBy`');
    await runner.query(
      'ALTER TABLE `clients` DROP COLUMN `archivedAt`, DROP COLUMN `timeZone`, DROP COLUMN `quietFrom`, DROP COLUMN `quietUntil`',
    );
    await runner.query('DROP TABLE `timeline_entries`');
  }
}
