import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Shortlists that a household finds in its portal. */
export class ShortlistsShared1766200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `shortlists` ADD COLUMN IF NOT EXISTS `sharedAt` datetime(3) NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `shortlists` DROP COLUMN `sharedAt`');
  }
}
