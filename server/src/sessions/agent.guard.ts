import { createParamDecorator, Injectable } from '@nestjs/common';
import type { CanActivate, ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';
import { takesTurnsAs } from '../common/asking.js';
import { cookieOf } from '../common/cookie.js';
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
    request.agent = await this.sessions.agentOf(cookieOf(request, SESSION_COOKIE));
    takesTurnsAs(request.agent.id);
    return true;
  }
}

/** The signed-in agent; only behind AgentGuard. */
export const CurrentAgent = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<Signed>().agent,
);
