import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Shortlists of the agent's own, deleted ones that can be brought back, and the homes that a message tells of. */
export class OwnShortlists1767300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `shortlists` MODIFY COLUMN `clientId` char(36) NULL');
    await runner.query('ALTER TABLE `shortlists` ADD COLUMN IF NOT EXISTS `removedAt` datetime(3) NULL');
    await runner.query('ALTER TABLE `shortlist_items` ADD COLUMN IF NOT EXISTS `mergedFrom` char(36) NULL');
    await runner.query('ALTER TABLE `outbox` ADD COLUMN IF NOT EXISTS `homes` json NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `outbox` DROP COLUMN `homes`');
    await runner.query('ALTER TABLE `shortlist_items` DROP COLUMN `mergedFrom`');
    await runner.query('ALTER TABLE `shortlists` DROP COLUMN `removedAt`');
    await runner.query('DELETE FROM `shortlists` WHERE `clientId` IS NULL');
    await runner.query('ALTER TABLE `shortlists` MODIFY COLUMN `clientId` char(36) NOT NULL');
  }
}
