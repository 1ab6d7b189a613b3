import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A feed can be opened by client credentials as well as by a token, and have names of its own for its fields; and the first
 * account of a new copy is made with a code.
 */
export class FeedsOfAnyKind1765200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `first_codes` (`id` int NOT NULL, `codeHash` char(64) NOT NULL, PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'ALTER TABLE `feed_source` ADD COLUMN IF NOT EXISTS `access` json NULL, ADD COLUMN IF NOT EXISTS `names` json NULL',
    );
    if (await runner.hasColumn('feed_source', 'token'))
      await runner.query("UPDATE `feed_source` SET `access` = JSON_OBJECT('token', `token`), `names` = '{}'");
    await runner.query(
      'ALTER TABLE `feed_source` MODIFY `access` json NOT NULL, MODIFY `names` json NOT NULL, DROP COLUMN IF EXISTS `token`',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS `first_codes`');
    await runner.query('ALTER TABLE `feed_source` ADD COLUMN `token` varchar(2000) NULL');
    // one that is opened otherwise has to be chosen anew
    await runner.query("DELETE FROM `feed_source` WHERE JSON_VALUE(`access`, '$.token') IS NULL");
    await runner.query("UPDATE `feed_source` SET `token` = JSON_VALUE(`access`, '$.token')");
    await runner.query(
      'ALTER TABLE `feed_source` MODIFY `token` varchar(2000) NOT NULL, DROP COLUMN `access`, DROP COLUMN `names`',
    );
  }
}
