import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Homes that an agent chose and sent, and files that go with a message. */
export class SentHomes1765500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE IF NOT EXISTS \`sent_homes\` (
      \`id\` bigint NOT NULL AUTO_INCREMENT PRIMARY KEY, \`clientId\` char(36) NOT NULL, \`listingKey\` varchar(60) NOT NULL,
      \`at\` datetime(3) NOT NULL, KEY \`sent_homes_client_home\` (\`clientId\`, \`listingKey\`))`);
    await runner.query(`CREATE TABLE IF NOT EXISTS \`outbox_files\` (
      \`id\` char(36) NOT NULL PRIMARY KEY, \`name\` varchar(120) NOT NULL, \`type\` varchar(60) NOT NULL, \`content\` longblob NOT NULL)`);
    await runner.query('ALTER TABLE `outbox` ADD COLUMN IF NOT EXISTS `fileId` char(36) NULL');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `sent_homes`');
    await runner.query('DROP TABLE `outbox_files`');
    await runner.query('ALTER TABLE `outbox` DROP COLUMN `fileId`');
  }
}
