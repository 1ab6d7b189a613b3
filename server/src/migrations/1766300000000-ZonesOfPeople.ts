import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A time zone of each person's own, and messages that wait for a time of day there. */
export class ZonesOfPeople1766300000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `people` ADD COLUMN IF NOT EXISTS `timeZone` varchar(40) NULL');
    await runner.query('ALTER TABLE `outbox` ADD COLUMN IF NOT EXISTS `notBefore` datetime(3) NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `outbox` DROP COLUMN `notBefore`');
    await runner.query('ALTER TABLE `people` DROP COLUMN `timeZone`');
  }
}
