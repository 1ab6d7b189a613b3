import type { MigrationInterface, QueryRunner } from 'typeorm';

const BYTES = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_bin';
const KEY = `varchar(60) ${BYTES}`;

/** What the feed calls each change, where a listing came from, and open houses; keys byte by byte, records as plain text; and which feed is read. */
export class FeedInFull1763900000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      "ALTER TABLE `listings` ADD COLUMN IF NOT EXISTS `source` varchar(10) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT 'feed', ADD INDEX IF NOT EXISTS `listings_source` (`source`, `removed`)",
    );
    await runner.query(
      `ALTER TABLE \`listings\` MODIFY \`listingKey\` ${KEY} NOT NULL, MODIFY \`standardStatus\` varchar(40) ${BYTES} NOT NULL, MODIFY \`parcelNumber\` varchar(40) ${BYTES} NULL, MODIFY \`data\` longtext ${BYTES} NOT NULL`,
    );
    await runner.query(
      `ALTER TABLE \`listing_events\` MODIFY \`listingKey\` ${KEY} NOT NULL, ADD COLUMN IF NOT EXISTS \`feedKey\` varchar(120) ${BYTES} NULL, ADD UNIQUE INDEX IF NOT EXISTS \`listing_events_feedKey\` (\`feedKey\`)`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`open_houses\` (\`openHouseKey\` ${KEY} NOT NULL, \`listingKey\` ${KEY} NOT NULL, \`startsAt\` datetime(3) NOT NULL, \`endsAt\` datetime(3) NOT NULL, \`status\` varchar(20) NOT NULL, \`modifiedAt\` datetime(3) NOT NULL, INDEX \`open_houses_listingKey\` (\`listingKey\`), INDEX \`open_houses_startsAt\` (\`startsAt\`), PRIMARY KEY (\`openHouseKey\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `feed_source` (`id` int NOT NULL, `root` varchar(500) NOT NULL, `token` varchar(2000) NOT NULL, PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `open_houses`, `feed_source`');
    await runner.query('ALTER TABLE `listing_events` DROP INDEX `listing_events_feedKey`, DROP COLUMN `feedKey`');
    await runner.query('ALTER TABLE `listings` DROP INDEX `listings_source`, DROP COLUMN `source`');
  }
}
