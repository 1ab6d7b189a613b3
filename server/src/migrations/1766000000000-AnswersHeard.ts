import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Changes of searches that an agent does not want to hear of again; agents' pages, and who came by them. */
export class AnswersHeard1766000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `clients` ADD COLUMN IF NOT EXISTS `cameBy` varchar(10) NULL, ADD COLUMN IF NOT EXISTS `setAside` json NULL',
    );
    await runner.query('ALTER TABLE `agents` ADD COLUMN IF NOT EXISTS `pageName` varchar(60) NULL');
    await runner.query('CREATE UNIQUE INDEX IF NOT EXISTS `agents_pageName` ON `agents` (`pageName`)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `agents` DROP COLUMN `pageName`');
    await runner.query('ALTER TABLE `clients` DROP COLUMN `setAside`, DROP COLUMN `cameBy`');
  }
}
