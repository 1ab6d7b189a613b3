import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The first schema, with the one-row tables that are locked rather than inserted. MariaDB keeps what a cut-off run has made: each step may be there already. */
export class Initial1760000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`alert_items\` (\`id\` bigint NOT NULL AUTO_INCREMENT, \`searchId\` char(36) NOT NULL, \`listingKey\` varchar(60) NOT NULL, \`sequence\` bigint NOT NULL, \`kind\` varchar(20) NOT NULL, \`why\` varchar(120) NOT NULL, \`at\` datetime(3) NOT NULL, \`digestId\` char(36) NULL, \`toldAt\` datetime(3) NULL, \`dropped\` varchar(120) NULL, INDEX \`IDX_516e4f065f232d4d17cde01624\` (\`digestId\`), UNIQUE INDEX \`IDX_22eb0a3b234f6bc2f1b2356b50\` (\`searchId\`, \`listingKey\`, \`sequence\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`match_cursor\` (\`id\` int NOT NULL, \`sequence\` bigint NOT NULL, \`matchedDay\` date NULL, PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`agents\` (\`id\` char(36) NOT NULL, \`name\` varchar(120) NOT NULL, \`email\` varchar(254) NOT NULL, \`passwordHash\` varchar(200) NOT NULL, \`phone\` varchar(40) NOT NULL, \`officeName\` varchar(120) NOT NULL, \`postalAddress\` varchar(200) NOT NULL, \`licenseNumber\` varchar(40) NOT NULL, \`lookedAt\` datetime(3) NULL, UNIQUE INDEX \`IDX_5fdef501c63984b1b98abb1e68\` (\`email\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`sessions\` (\`tokenHash\` char(64) NOT NULL, \`agentId\` char(36) NOT NULL, \`expiresAt\` datetime(3) NOT NULL, PRIMARY KEY (\`tokenHash\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`demo_clock\` (\`id\` int NOT NULL, \`demoAt\` datetime(3) NOT NULL, \`realAt\` datetime(3) NOT NULL, PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`outbox\` (\`id\` char(36) NOT NULL, \`agentId\` char(36) NOT NULL, \`clientId\` char(36) NOT NULL, \`personId\` char(36) NOT NULL, \`digestId\` char(36) NULL, \`messageId\` varchar(120) NOT NULL, \`toAddress\` varchar(254) NOT NULL, \`toName\` varchar(120) NOT NULL, \`fromName\` varchar(120) NOT NULL, \`replyTo\` varchar(254) NOT NULL, \`subject\` varchar(250) NOT NULL, \`html\` mediumtext NOT NULL, \`text\` mediumtext NOT NULL, \`stopUrl\` varchar(300) NOT NULL, \`calendar\` mediumtext NULL, \`state\` varchar(10) NOT NULL, \`tries\` int NOT NULL DEFAULT '0', \`nextTryAt\` datetime(3) NOT NULL, \`createdAt\` datetime(3) NOT NULL, \`sentAt\` datetime(3) NULL, \`lastError\` varchar(300) NULL, INDEX \`IDX_e1dfb005da7ba82e6fb4595c09\` (\`agentId\`), INDEX \`IDX_ae8c290ccdcefabd2fd53ec990\` (\`clientId\`), INDEX \`IDX_8dfe5b7f2a4e378c3c9e4292b6\` (\`digestId\`), INDEX \`IDX_9462104fee3b1fa9b81e63c7f7\` (\`state\`, \`nextTryAt\`), UNIQUE INDEX \`IDX_faca71da1046be0982a48ca0b4\` (\`messageId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`clients\` (\`id\` char(36) NOT NULL, \`agentId\` char(36) NOT NULL, \`name\` varchar(120) NOT NULL, \`notes\` text NOT NULL, \`agreementFrom\` date NULL, \`agreementUntil\` date NULL, \`agreementScope\` varchar(200) NULL, \`createdAt\` datetime(3) NOT NULL, INDEX \`IDX_0db8b69cfa5d298e009510e985\` (\`agentId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`people\` (\`id\` char(36) NOT NULL, \`clientId\` char(36) NOT NULL, \`name\` varchar(120) NOT NULL, \`email\` varchar(254) NOT NULL, \`phone\` varchar(40) NOT NULL DEFAULT '', \`confirmationSentAt\` datetime(3) NULL, \`confirmedAt\` datetime(3) NULL, \`stoppedAt\` datetime(3) NULL, \`countsVisits\` tinyint NOT NULL DEFAULT 1, UNIQUE INDEX \`IDX_e7faba76b14344aa7b2bbf8b9f\` (\`clientId\`, \`email\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`links\` (\`tokenHash\` char(64) NOT NULL, \`purpose\` varchar(10) NOT NULL, \`personId\` char(36) NOT NULL, \`expiresAt\` datetime(3) NOT NULL, \`revokedAt\` datetime(3) NULL, INDEX \`IDX_56d297123295a68ab9c4beb2e8\` (\`personId\`), PRIMARY KEY (\`tokenHash\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`tasks\` (\`id\` char(36) NOT NULL, \`agentId\` char(36) NOT NULL, \`clientId\` char(36) NULL, \`text\` varchar(300) NOT NULL, \`dueOn\` date NULL, \`doneAt\` datetime(3) NULL, \`createdAt\` datetime(3) NOT NULL, INDEX \`IDX_1725c01e2d8e86b7f4f32ac893\` (\`agentId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`listings\` (\`listingKey\` varchar(60) NOT NULL, \`sequence\` bigint NOT NULL, \`standardStatus\` varchar(40) NOT NULL, \`parcelNumber\` varchar(40) NULL, \`modifiedAt\` datetime(3) NOT NULL, \`removed\` tinyint NOT NULL DEFAULT 0, \`data\` json NOT NULL, INDEX \`IDX_0e8f2de5961e6b10ca73804388\` (\`sequence\`), INDEX \`IDX_72177246d2e2551a95401b98af\` (\`standardStatus\`), INDEX \`IDX_6e5c76f7567fcb23e65fa92cc6\` (\`parcelNumber\`), PRIMARY KEY (\`listingKey\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`listing_events\` (\`id\` bigint NOT NULL AUTO_INCREMENT, \`sequence\` bigint NOT NULL, \`listingKey\` varchar(60) NOT NULL, \`field\` varchar(60) NOT NULL, \`fromValue\` varchar(200) NULL, \`toValue\` varchar(200) NULL, \`at\` datetime(3) NOT NULL, INDEX \`IDX_cd829ec2a0807797837d977a0e\` (\`sequence\`), INDEX \`IDX_d7e1cd3ded253614e19b0a804f\` (\`listingKey\`), INDEX \`IDX_457e2e104c1c5df88bc2dd9674\` (\`at\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`sequence\` (\`id\` int NOT NULL, \`value\` bigint NOT NULL, PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`searches\` (\`id\` char(36) NOT NULL, \`agentId\` char(36) NOT NULL, \`clientId\` char(36) NULL, \`name\` varchar(120) NOT NULL, \`document\` json NOT NULL, \`version\` int NOT NULL, \`updatedAt\` datetime(3) NOT NULL, INDEX \`IDX_ca8298b24aac6e3e50fea84e9f\` (\`agentId\`), INDEX \`IDX_252c005a02c12017907be1ba53\` (\`clientId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`alerts\` (\`searchId\` char(36) NOT NULL, \`cadence\` varchar(20) NOT NULL, \`tell\` json NOT NULL, \`held\` tinyint NOT NULL, \`subject\` varchar(200) NOT NULL, \`greeting\` text NOT NULL, \`state\` varchar(10) NOT NULL, \`startedAt\` datetime(3) NOT NULL, \`nextDueAt\` datetime(3) NULL, \`introduced\` tinyint NOT NULL, \`sinceSequence\` bigint NOT NULL, INDEX \`IDX_e7be077972d0a7bc352699e1b3\` (\`state\`), INDEX \`IDX_1b76a061ca5302260d68b92651\` (\`nextDueAt\`), PRIMARY KEY (\`searchId\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`feed_cursors\` (\`resource\` varchar(40) NOT NULL, \`modifiedAt\` varchar(40) NOT NULL, \`lastKey\` varchar(60) NOT NULL, \`firstLoadDone\` tinyint NOT NULL DEFAULT 0, PRIMARY KEY (\`resource\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`feed_rejects\` (\`listingKey\` varchar(60) NOT NULL, \`reason\` varchar(300) NOT NULL, \`record\` longtext NOT NULL, \`at\` datetime(3) NOT NULL, PRIMARY KEY (\`listingKey\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`visits\` (\`id\` bigint NOT NULL AUTO_INCREMENT, \`clientId\` char(36) NOT NULL, \`personId\` char(36) NOT NULL, \`listingKey\` varchar(60) NULL, \`at\` datetime(3) NOT NULL, INDEX \`IDX_e216f273fc17eff4163b122ec8\` (\`clientId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`reactions\` (\`id\` char(36) NOT NULL, \`clientId\` char(36) NOT NULL, \`personId\` char(36) NOT NULL, \`listingKey\` varchar(60) NOT NULL, \`verdict\` varchar(10) NOT NULL, \`note\` varchar(1000) NOT NULL, \`at\` datetime(3) NOT NULL, INDEX \`IDX_ee0c424f3d0b598fbd832bb745\` (\`clientId\`), UNIQUE INDEX \`IDX_5111814dcd879c61d44a3b118f\` (\`personId\`, \`listingKey\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`showings\` (\`id\` char(36) NOT NULL, \`agentId\` char(36) NOT NULL, \`clientId\` char(36) NOT NULL, \`listingKey\` varchar(60) NOT NULL, \`state\` varchar(10) NOT NULL, \`startAt\` datetime(3) NULL, \`minutes\` int NOT NULL, \`wish\` varchar(500) NOT NULL, \`answer\` varchar(300) NOT NULL, \`revision\` int NOT NULL, \`createdAt\` datetime(3) NOT NULL, INDEX \`IDX_a273d130ba9eec3e3b94918d2f\` (\`agentId\`), INDEX \`IDX_796f60c824fda20779aafc40e1\` (\`clientId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`shortlists\` (\`id\` char(36) NOT NULL, \`agentId\` char(36) NOT NULL, \`clientId\` char(36) NOT NULL, \`name\` varchar(120) NOT NULL, \`createdAt\` datetime(3) NOT NULL, INDEX \`IDX_fe7aeee8c52a8ed28c53d3a643\` (\`agentId\`), INDEX \`IDX_6930623b91b5fd7bb724ea505e\` (\`clientId\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS \`shortlist_items\` (\`id\` char(36) NOT NULL, \`shortlistId\` char(36) NOT NULL, \`listingKey\` varchar(60) NOT NULL, \`position\` int NOT NULL, \`note\` varchar(2000) NOT NULL, \`stage\` varchar(12) NOT NULL, \`priceWhenAdded\` decimal(14,2) NOT NULL, \`statusWhenAdded\` varchar(40) NOT NULL, \`addedAt\` datetime(3) NOT NULL, UNIQUE INDEX \`IDX_4105cdb1252646aaf84578d4da\` (\`shortlistId\`, \`listingKey\`), PRIMARY KEY (\`id\`)) ENGINE=InnoDB`,
    );
    await runner.query('INSERT IGNORE INTO sequence (id, value) VALUES (1, 0)');
    await runner.query('INSERT IGNORE INTO match_cursor (id, sequence, matchedDay) VALUES (1, 0, NULL)');
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of TABLES) await runner.dropTable(table);
  }
}

const TABLES = [
  'alert_items',
  'match_cursor',
  'agents',
  'sessions',
  'demo_clock',
  'outbox',
  'clients',
  'people',
  'links',
  'tasks',
  'listings',
  'listing_events',
  'sequence',
  'searches',
  'alerts',
  'feed_cursors',
  'feed_rejects',
  'visits',
  'reactions',
  'showings',
  'shortlists',
  'shortlist_items',
];
