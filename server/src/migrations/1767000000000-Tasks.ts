import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tasks are about homes, and come again. */
export class Tasks1767000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `tasks` ADD COLUMN IF NOT EXISTS `listingKey` varchar(60) NULL, ADD COLUMN IF NOT EXISTS `repeats` varchar(8) NULL, ADD COLUMN IF NOT EXISTS `nextId` char(36) NULL',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `tasks` DROP COLUMN `nextId`, DROP COLUMN `repeats`, DROP COLUMN `listingKey`');
  }
}
