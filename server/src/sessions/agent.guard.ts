import { createParamDecorator, Inject, Injectable } from '@nestjs/common';
import type { CanActivate, ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import { takesTurnsAs } from '../common/requestBudget.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { cookieOf } from '../common/cookie.js';
import { Failure } from '../common/failure.js';
import type { AgentRow } from './agent.entity.js';
import { SessionsService } from './sessions.service.js';

/** The session's cookie; over TLS one that no other host and no other path can set. */
export function sessionCookie({ secure }: Pick<Config, 'secure'>): string {
  return secure ? '__Host-perambula_session' : 'perambula_session';
}

interface Signed extends Request {
  agent?: AgentRow;
}

/** Lets only signed-in agents through, and says who it is. */
@Injectable()
export class AgentGuard implements CanActivate {
  constructor(
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Signed>();
    request.agent = await this.sessions.agentOf(cookieOf(request, sessionCookie(this.config)));
    takesTurnsAs(request.agent.id);
    return true;
  }
}

/** Lets only an administrator of the office through; only behind AgentGuard. */
@Injectable()
export class AdministratorGuard implements CanActivate {
  canActivate(context: ExecutionContext): boolean {
    if (context.switchToHttp().getRequest<Signed>().agent?.role === 'administrator') return true;
    throw new Failure('agent.role', 'Only an administrator of your office can change this. Ask one of them.');
  }
}

/** The signed-in agent; only behind AgentGuard. */
export const CurrentAgent = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<Signed>().agent,
);
