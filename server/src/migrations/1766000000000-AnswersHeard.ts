import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Changes of searches that an agent does not want to hear of again. */
export class AnswersHeard1766000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `clients` ADD COLUMN IF NOT EXISTS `setAside` json NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `clients` DROP COLUMN `setAside`');
  }
}
