import { randomInt, randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { hashOf } from '../common/token.js';
import { AgentRow, FirstCodeRow } from './agent.entity.js';

/** Letters and digits that nobody mistakes for each other. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
const GROUPS = 3;
const GROUP = 4;

/** What is asked of the first administrator. */
export type NewAdministrator = Pick<AgentRow, 'name' | 'email' | 'phone' | 'officeName' | 'postalAddress' | 'licenseNumber'> & {
  readonly password: string;
};

/** A copy in which nobody has an account: whoever has the code that its start prints makes the first, an administrator's. */
@Injectable()
export class FirstAdministrator implements OnApplicationBootstrap {
  private isMade = false;

  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Prints a code, good for one account and until the next start. */
  async onApplicationBootstrap(): Promise<void> {
    if (this.config.role !== 'web' || this.config.demo || !(await this.isWanted())) return;
    const code = newCode();
    await this.database.getRepository(FirstCodeRow).save({ id: 1, codeHash: hashOf(code) });
    process.stdout.write(
      `Nobody has an account yet. Open ${this.config.publicUrl} and make the first administrator’s with this code: ${code}\n`,
    );
  }

  /** Whether nobody has an account yet. */
  async isWanted(): Promise<boolean> {
    this.isMade ||= await this.database.getRepository(AgentRow).exists();
    return !this.isMade;
  }

  /** @throws Failure when the code is not the one that was printed, or somebody has an account already */
  async make(code: string, { password, email, ...administrator }: NewAdministrator): Promise<void> {
    await this.database.transaction(async (manager) => {
      const row = await manager.findOne(FirstCodeRow, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
      const typed = code.toUpperCase().replace(/[^A-Z0-9]/g, '');
      if (row?.codeHash !== hashOf(typed.replace(/(.{4})(?=.)/g, '$1-')))
        throw new Failure('session.code', 'This is not the code that the server printed when it started last. Look there again.');
      await manager.insert(AgentRow, {
        ...administrator,
        id: randomUUID(),
        email: email.trim().toLowerCase(),
        passwordHash: await hash(password),
        role: 'administrator',
        lookedAt: null,
      });
      await manager.delete(FirstCodeRow, { id: 1 });
    });
    this.isMade = true;
  }
}

function newCode(): string {
  const group = (): string => Array.from({ length: GROUP }, () => SIGNS[randomInt(SIGNS.length)]).join('');
  return Array.from({ length: GROUPS }, group).join('-');
}
