import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What all servers know of each other: how the steps are doing, what browsers are told, who tries too often. */
export class FirmFooting1764900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `steps` (`step` varchar(20) NOT NULL, `doneAt` datetime(3) NULL, `failingSince` datetime(3) NULL, `failure` varchar(300) NULL, `progress` json NULL, PRIMARY KEY (`step`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `notices` (`id` bigint NOT NULL AUTO_INCREMENT, `agentId` char(36) NULL, `name` varchar(20) NOT NULL, `at` datetime(3) NOT NULL, INDEX `notices_at` (`at`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `throttles` (`name` char(64) NOT NULL, `hits` int NOT NULL, `until` datetime(3) NOT NULL, INDEX `throttles_until` (`until`), PRIMARY KEY (`name`)) ENGINE=InnoDB',
    );
    await runner.query("ALTER TABLE `agents` ADD COLUMN IF NOT EXISTS `role` varchar(16) NOT NULL DEFAULT 'agent'");
    // an office without an administrator could change nothing of its own
    await runner.query("UPDATE `agents` SET `role` = 'administrator' ORDER BY `name` LIMIT 1");
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `link_places` (`tokenHash` char(64) NOT NULL, `place` char(64) NOT NULL, `at` datetime(3) NOT NULL, PRIMARY KEY (`tokenHash`, `place`)) ENGINE=InnoDB',
    );
    await runner.query(
      'ALTER TABLE `people` ADD COLUMN IF NOT EXISTS `confirmationsSent` int NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS `askedBackAt` datetime(3) NULL',
    );
    await runner.query("ALTER TABLE `outbox` ADD COLUMN IF NOT EXISTS `kind` varchar(12) NOT NULL DEFAULT 'digest'");
    await runner.query("UPDATE `outbox` SET `kind` = 'showing' WHERE `calendar` IS NOT NULL");
    await runner.query("UPDATE `outbox` SET `kind` = 'confirmation' WHERE `calendar` IS NULL AND `digestId` IS NULL");
    await runner.query('CREATE INDEX IF NOT EXISTS `listings_modifiedAt` ON `listings` (`modifiedAt`)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX `listings_modifiedAt` ON `listings`');
    await runner.query('ALTER TABLE `outbox` DROP COLUMN `kind`');
    await runner.query('ALTER TABLE `people` DROP COLUMN `confirmationsSent`, DROP COLUMN `askedBackAt`');
    await runner.query('ALTER TABLE `agents` DROP COLUMN `role`');
    for (const table of ['link_places', 'throttles', 'notices', 'steps']) await runner.query(`DROP TABLE \`${table}\``);
  }
}
