import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Other times that listing offices offer, visits in calendars, and reminders. */
export class Invitations1766700000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `showings` ADD COLUMN IF NOT EXISTS `offeredAt` datetime(3) NULL, ADD COLUMN IF NOT EXISTS `askedOfficeAt` datetime(3) NULL, ADD COLUMN IF NOT EXISTS `remindedAt` datetime(3) NULL, ADD COLUMN IF NOT EXISTS `isInvited` tinyint NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS `toldBeforeAt` datetime(3) NULL',
    );
    await runner.query(
      'ALTER TABLE `agents` ADD COLUMN IF NOT EXISTS `calendarHash` char(64) NULL, ADD UNIQUE INDEX IF NOT EXISTS `agents_calendarHash` (`calendarHash`)',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `agents` DROP INDEX `agents_calendarHash`, DROP COLUMN `calendarHash`');
    await runner.query(
      'ALTER TABLE `showings` DROP COLUMN `toldBeforeAt`, DROP COLUMN `isInvited`, DROP COLUMN `remindedAt`, DROP COLUMN `askedOfficeAt`, DROP COLUMN `offeredAt`',
    );
  }
}
