import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rounds: homes to be seen one after the other. */
export class Rounds1766600000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `rounds` (`id` char(36) NOT NULL, `agentId` char(36) NOT NULL, `clientId` char(36) NULL, `name` varchar(120) NOT NULL, `on` date NOT NULL, `begin` json NULL, `end` json NULL, `leaveAt` int NOT NULL, `backBy` int NOT NULL, `aim` varchar(16) NOT NULL, `isOwnOrder` tinyint NOT NULL, `isProven` tinyint NOT NULL, `createdAt` datetime(3) NOT NULL, INDEX `rounds_agent` (`agentId`), INDEX `rounds_client` (`clientId`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
    await runner.query(
      'CREATE TABLE IF NOT EXISTS `round_homes` (`id` char(36) NOT NULL, `roundId` char(36) NOT NULL, `listingKey` varchar(60) NOT NULL, `position` int NOT NULL, `minutes` int NOT NULL, `place` varchar(5) NULL, `hours` json NULL, `isLeftOut` tinyint NOT NULL DEFAULT 0, `change` json NULL, UNIQUE INDEX `round_homes_round` (`roundId`, `listingKey`), PRIMARY KEY (`id`)) ENGINE=InnoDB',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE `round_homes`');
    await runner.query('DROP TABLE `rounds`');
  }
}
