import type { MigrationInterface, QueryRunner } from 'typeorm';

/** When households were asked how their visits were, or not to be; their own order of shared shortlists; and breaks of rounds. */
export class AskedAfter1767100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `showings` ADD COLUMN IF NOT EXISTS `askedAfterAt` datetime(3) NULL');
    await runner.query('ALTER TABLE `clients` ADD COLUMN IF NOT EXISTS `asksAfter` tinyint NOT NULL DEFAULT 1');
    await runner.query('ALTER TABLE `rounds` ADD COLUMN IF NOT EXISTS `break` json NULL');
    await runner.query('ALTER TABLE `shortlist_items` ADD COLUMN IF NOT EXISTS `ownPosition` int NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `rounds` DROP COLUMN `break`');
    await runner.query('ALTER TABLE `shortlist_items` DROP COLUMN `ownPosition`');
    await runner.query('ALTER TABLE `clients` DROP COLUMN `asksAfter`');
    await runner.query('ALTER TABLE `showings` DROP COLUMN `askedAfterAt`');
  }
}
