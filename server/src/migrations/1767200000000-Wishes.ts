import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is wished for a round's order, and when households cannot come. */
export class Wishes1767200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `round_homes` ADD COLUMN IF NOT EXISTS `before` char(36) NULL');
    await runner.query('ALTER TABLE `round_homes` ADD COLUMN IF NOT EXISTS `beside` char(36) NULL');
    await runner.query('ALTER TABLE `rounds` ADD COLUMN IF NOT EXISTS `orderedBy` json NULL');
    await runner.query('ALTER TABLE `clients` ADD COLUMN IF NOT EXISTS `busy` json NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `clients` DROP COLUMN `busy`');
    await runner.query('ALTER TABLE `rounds` DROP COLUMN `orderedBy`');
    await runner.query('ALTER TABLE `round_homes` DROP COLUMN `beside`');
    await runner.query('ALTER TABLE `round_homes` DROP COLUMN `before`');
  }
}
