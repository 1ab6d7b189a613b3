import { Inject, Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import type { Agent } from '@perambula/contract';
import { DataSource, LessThan } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { SameAnswers } from '../common/sameAnswers.js';
import { hashOf, newToken } from '../common/token.js';
import { AgentRow, SessionRow } from './agent.entity.js';

const SESSION_DAYS = 30;

@Injectable()
export class SessionsService {
  private readonly nobody = hash('no agent has this password');
  /** Sessions by their token's hash: one that ends on another server goes on here for a second. */
  private readonly found = new SameAnswers<AgentRow | null>();

  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** @returns the token for the cookie */
  async signIn(email: string, password: string): Promise<{ token: string; agent: Agent; expiresAt: Date }> {
    const agent = await this.database.getRepository(AgentRow).findOneBy({ email: email.trim().toLowerCase() });
    // an unknown address takes as long as a wrong password
    const right = await verify(agent?.passwordHash ?? (await this.nobody), password);
    if (!agent || !right)
      throw new Failure('session.wrong', 'This e-mail address and password do not go together. Check both and try again.');
    const sessions = this.database.getRepository(SessionRow);
    await sessions.delete({ expiresAt: LessThan(new Date()) });
    const token = newToken();
    const expiresAt = new Date(Date.now() + SESSION_DAYS * 86_400_000);
    await sessions.insert({ tokenHash: hashOf(token), agentId: agent.id, expiresAt });
    return { token, agent: shown(agent), expiresAt };
  }

  async signOut(token: string): Promise<void> {
    const tokenHash = hashOf(token);
    await this.database.getRepository(SessionRow).delete({ tokenHash });
    this.found.forget(tokenHash);
  }

  /** The agent of a session, or null when it is none, or over; looked for once a second, however often it is asked. */
  async find(token: string | undefined): Promise<AgentRow | null> {
    if (!token) return null;
    const tokenHash = hashOf(token);
    return this.found.of(tokenHash, () => this.lookFor(tokenHash));
  }

  private async lookFor(tokenHash: string): Promise<AgentRow | null> {
    const session = await this.database.getRepository(SessionRow).findOneBy({ tokenHash });
    return session && session.expiresAt > new Date()
      ? this.database.getRepository(AgentRow).findOneBy({ id: session.agentId })
      : null;
  }

  async agentOf(token: string | undefined): Promise<AgentRow> {
    const agent = await this.find(token);
    if (!agent) throw new Failure('session.missing', 'Sign in to go on.');
    return agent;
  }

  demoAccount(): { email: string; password: string } | null {
    const { demo } = this.config;
    return demo && { email: demo.email, password: demo.password };
  }
}

export function shown({ id, name, email, phone, officeName, postalAddress, licenseNumber, role }: AgentRow): Agent {
  return { id, name, email, phone, officeName, postalAddress, licenseNumber, role };
}
