import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Shortlists are put away; homes on them are dropped for a reason, and put back when they were taken off. */
export class ShortlistsInFull1766800000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `shortlists` ADD COLUMN IF NOT EXISTS `archivedAt` datetime(3) NULL');
    await runner.query(
      "ALTER TABLE `shortlist_items` ADD COLUMN IF NOT EXISTS `why` varchar(300) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS `removedAt` datetime(3) NULL",
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DELETE FROM `shortlist_items` WHERE `removedAt` IS NOT NULL');
    await runner.query('ALTER TABLE `shortlist_items` DROP COLUMN `removedAt`, DROP COLUMN `why`');
    await runner.query('ALTER TABLE `shortlists` DROP COLUMN `archivedAt`');
  }
}
