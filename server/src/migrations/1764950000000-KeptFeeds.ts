import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Each feed keeps its own place, and what one has no more waits for an administrator's word. */
export class KeptFeeds1764950000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      "ALTER TABLE `feed_cursors` ADD COLUMN IF NOT EXISTS `feed` varchar(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '' FIRST",
    );
    // what was read so far was read of the feed that is read now
    await runner.query("UPDATE `feed_cursors` SET `feed` = COALESCE((SELECT `root` FROM `feed_source` WHERE `id` = 1), '')");
    await runner.query('ALTER TABLE `feed_cursors` DROP PRIMARY KEY, ADD PRIMARY KEY (`feed`, `resource`)');
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `feed_missing` (`feed` varchar(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, `missing` int NOT NULL, `stored` int NOT NULL, `foundAt` datetime(3) NOT NULL, `agreed` int NOT NULL DEFAULT 0, PRIMARY KEY (`feed`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `feed_missing`');
    await runner.query(
      "DELETE FROM `feed_cursors` WHERE `feed` <> COALESCE((SELECT `root` FROM `feed_source` WHERE `id` = 1), '')",
    );
    await runner.query('ALTER TABLE `feed_cursors` DROP PRIMARY KEY, DROP COLUMN `feed`, ADD PRIMARY KEY (`resource`)');
  }
}
