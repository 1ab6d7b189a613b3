import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the people of a household said that they need, and what they wish changed of a search. */
export class NeedsSaid1766100000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `needs` (`id` char(36) NOT NULL, `clientId` char(36) NOT NULL, `personId` char(36) NULL, `question` varchar(8) NOT NULL, `words` varchar(300) NOT NULL, `line` json NULL, `day` date NULL, `saidAt` datetime(3) NOT NULL, PRIMARY KEY (`id`), KEY `needs_client` (`clientId`))',
    );
    await runner.query('ALTER TABLE `timeline_entries` ADD COLUMN IF NOT EXISTS `wish` json NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `timeline_entries` DROP COLUMN `wish`');
    await runner.query('DROP TABLE `needs`');
  }
}
