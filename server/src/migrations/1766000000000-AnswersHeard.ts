import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Changes of searches that an agent does not want to hear of again; agents' pages, and who came by them; agents' digests. */
export class AnswersHeard1766000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `clients` ADD COLUMN IF NOT EXISTS `cameBy` varchar(10) NULL, ADD COLUMN IF NOT EXISTS `setAside` json NULL',
    );
    await runner.query(
      'ALTER TABLE `agents` ADD COLUMN IF NOT EXISTS `pageName` varchar(60) NULL, ADD COLUMN IF NOT EXISTS `wantsDigest` tinyint NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS `digestUntil` datetime(3) NULL',
    );
    await runner.query('CREATE UNIQUE INDEX IF NOT EXISTS `agents_pageName` ON `agents` (`pageName`)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `agents` DROP COLUMN `pageName`, DROP COLUMN `wantsDigest`, DROP COLUMN `digestUntil`');
    await runner.query('ALTER TABLE `clients` DROP COLUMN `setAside`, DROP COLUMN `cameBy`');
  }
}
