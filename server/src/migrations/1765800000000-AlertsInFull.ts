import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What an alert tells of price changes, what its messages are held for, until when it is paused; the agent's words to a home. */
export class AlertsInFull1765800000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      "ALTER TABLE `alerts` ADD COLUMN IF NOT EXISTS `leastPercent` int NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS `newsOnly` tinyint NOT NULL DEFAULT 0, ADD COLUMN IF NOT EXISTS `holdIf` json NOT NULL DEFAULT '[]', ADD COLUMN IF NOT EXISTS `pausedUntil` datetime(3) NULL",
    );
    // with a default, it would not be the column that the entity describes
    await runner.query('ALTER TABLE `alerts` MODIFY COLUMN `holdIf` json NOT NULL');
    await runner.query("ALTER TABLE `alert_items` ADD COLUMN IF NOT EXISTS `words` varchar(300) NOT NULL DEFAULT ''");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE `alerts` DROP COLUMN `leastPercent`, DROP COLUMN `newsOnly`, DROP COLUMN `holdIf`, DROP COLUMN `pausedUntil`',
    );
    await runner.query('ALTER TABLE `alert_items` DROP COLUMN `words`');
  }
}
