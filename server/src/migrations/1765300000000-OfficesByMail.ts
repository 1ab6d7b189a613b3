import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Listing offices are asked by e-mail, and answer on a page that the message's link opens. */
export class OfficesByMail1765300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `showings` ADD COLUMN IF NOT EXISTS `requestHash` char(64) NULL');
    await runner.query('CREATE UNIQUE INDEX IF NOT EXISTS `showings_request` ON `showings` (`requestHash`)');
    await runner.query('ALTER TABLE `outbox` ADD COLUMN IF NOT EXISTS `showingId` char(36) NULL');
    await runner.query('ALTER TABLE `outbox` ALTER COLUMN `kind` DROP DEFAULT');
    await runner.query('CREATE INDEX IF NOT EXISTS `outbox_showing` ON `outbox` (`showingId`)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query("DELETE FROM `outbox` WHERE `kind` = 'office'");
    await runner.query('ALTER TABLE `outbox` DROP COLUMN `showingId`');
    await runner.query("UPDATE `showings` SET `state` = 'asked' WHERE `state` = 'proposed'");
    await runner.query('ALTER TABLE `showings` DROP COLUMN `requestHash`');
  }
}
