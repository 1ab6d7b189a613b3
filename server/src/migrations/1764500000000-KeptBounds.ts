import type { MigrationInterface, QueryRunner } from 'typeorm';

const ID = 'char(36)';

/** Bounds that are kept by name. */
export class KeptBounds1764500000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`kept_bounds\` (\`id\` ${ID} NOT NULL, \`agentId\` ${ID} NOT NULL, \`name\` varchar(120) NOT NULL, \`note\` text NOT NULL, \`shape\` json NOT NULL, \`updatedAt\` datetime(3) NOT NULL, INDEX \`kept_bounds_agentId\` (\`agentId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `kept_bounds`');
  }
}
