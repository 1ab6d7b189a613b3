import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Somebody of a household may let the others see what they say of homes. */
export class SharedReactions1765700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `people` ADD COLUMN IF NOT EXISTS `sharesReactions` tinyint NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `people` DROP COLUMN `sharesReactions`');
  }
}
