import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Somebody can leave a household; and an agent's messages are read page by page, the newest first. */
export class LeftHouseholds1765100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `people` ADD COLUMN IF NOT EXISTS `leftAt` datetime(3) NULL');
    await runner.query('ALTER TABLE `outbox` ADD INDEX IF NOT EXISTS `outbox_agent_newest` (`agentId`, `createdAt`, `id`)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `outbox` DROP INDEX `outbox_agent_newest`');
    await runner.query('ALTER TABLE `people` DROP COLUMN `leftAt`');
  }
}
