import type { MigrationInterface, QueryRunner } from 'typeorm';

const ID = 'char(36)';

/** What an agent starts searches from, left unfinished, saved earlier, and how they like their tables. */
export class SearchInFull1764200000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`preferences\` (\`agentId\` ${ID} NOT NULL, \`value\` json NOT NULL, PRIMARY KEY (\`agentId\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`starting_sets\` (\`id\` ${ID} NOT NULL, \`agentId\` ${ID} NOT NULL, \`name\` varchar(120) NOT NULL, \`document\` json NOT NULL, \`isDefault\` tinyint NOT NULL, INDEX \`starting_sets_agentId\` (\`agentId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`drafts\` (\`id\` ${ID} NOT NULL, \`agentId\` ${ID} NOT NULL, \`clientId\` ${ID} NULL, \`searchId\` ${ID} NULL, \`version\` int NOT NULL, \`name\` varchar(120) NOT NULL, \`document\` json NOT NULL, \`updatedAt\` datetime(3) NOT NULL, INDEX \`drafts_agentId\` (\`agentId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`search_states\` (\`searchId\` ${ID} NOT NULL, \`version\` int NOT NULL, \`name\` varchar(120) NOT NULL, \`document\` json NOT NULL, \`savedAt\` datetime(3) NOT NULL, PRIMARY KEY (\`searchId\`, \`version\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      'INSERT IGNORE INTO `search_states` (`searchId`, `version`, `name`, `document`, `savedAt`) SELECT `id`, `version`, `name`, `document`, `updatedAt` FROM `searches`',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `preferences`, `starting_sets`, `drafts`, `search_states`');
  }
}
