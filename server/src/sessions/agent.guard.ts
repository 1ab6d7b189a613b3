import { createParamDecorator, Injectable } from '@nestjs/common';
import type { CanActivate, ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import type { AgentRow } from './agent.entity.js';
import { SessionsService } from './sessions.service.js';

export const SESSION_COOKIE = 'perambula_session';

interface Signed extends Request {
  agent?: AgentRow;
}

/** Lets only signed-in agents through, and says who it is. */
@Injectable()
export class AgentGuard implements CanActivate {
  constructor(private readonly sessions: SessionsService) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Signed>();
    const cookies = request.cookies as Record<string, string | undefined>;
    request.agent = await this.sessions.agentOf(cookies[SESSION_COOKIE]);
    return true;
  }
}

/** The signed-in agent; only behind AgentGuard. */
export const CurrentAgent = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<Signed>().agent,
);
