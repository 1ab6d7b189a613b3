import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Open houses are looked up by when they end, and no more by when they begin. */
export class OpenHousesEnd1765600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `open_houses` ADD INDEX IF NOT EXISTS `open_houses_endsAt` (`endsAt`)');
    await runner.query('ALTER TABLE `open_houses` DROP INDEX IF EXISTS `open_houses_startsAt`');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `open_houses` ADD INDEX `open_houses_startsAt` (`startsAt`)');
    await runner.query('ALTER TABLE `open_houses` DROP INDEX `open_houses_endsAt`');
  }
}
