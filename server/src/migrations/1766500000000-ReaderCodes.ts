import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Codes mailed to readers of portals, and the browsers in which they were typed. */
export class ReaderCodes1766500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `reader_codes` (`id` char(36) NOT NULL, `personId` char(36) NOT NULL, `codeHash` char(64) NOT NULL, `sentAt` datetime(3) NOT NULL, `expiresAt` datetime(3) NOT NULL, `triesLeft` int NOT NULL, INDEX `reader_codes_person` (`personId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `known_browsers` (`tokenHash` char(64) NOT NULL, `personId` char(36) NOT NULL, `expiresAt` datetime(3) NOT NULL, INDEX `known_browsers_person` (`personId`), PRIMARY KEY (`tokenHash`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `known_browsers`');
    await runner.query('DROP TABLE `reader_codes`');
  }
}
