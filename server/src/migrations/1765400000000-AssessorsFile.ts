import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The public record from a file of the county's assessor. */
export class AssessorsFile1765400000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE IF NOT EXISTS \`parcel_records\` (
      \`parcelKey\` varchar(60) NOT NULL PRIMARY KEY, \`reading\` int NOT NULL, \`data\` json NOT NULL,
      KEY \`parcel_records_reading\` (\`reading\`))`);
    await runner.query(`CREATE TABLE IF NOT EXISTS \`parcel_file\` (
      \`id\` int NOT NULL PRIMARY KEY, \`reading\` int NOT NULL, \`stamp\` text NOT NULL, \`readAt\` datetime(3) NOT NULL,
      \`parcels\` int NOT NULL, \`refused\` int NOT NULL, \`reasons\` json NOT NULL, \`failure\` varchar(400) NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `parcel_records`');
    await runner.query('DROP TABLE `parcel_file`');
  }
}
