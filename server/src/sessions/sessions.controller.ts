import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import type { Agent } from '@perambula/contract';
import { IsAddress, IsLine } from '../common/fields.js';
import type { Request, Response } from 'express';
import type { AgentRow } from './agent.entity.js';
import { cookieOf } from '../common/cookie.js';
import { AgentGuard, CurrentAgent, SESSION_COOKIE } from './agent.guard.js';
import { SessionsService, shown } from './sessions.service.js';

class SignInBody {
  @ApiProperty() @IsAddress('Type an e-mail address such as juno@wayfarer.example.') email: string;
  @ApiProperty() @IsLine(200) password: string;
}

@Controller('session')
export class SessionsController {
  constructor(private readonly sessions: SessionsService) {}

  @Post()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: { limit: 20, ttl: 60_000 } })
  async signIn(@Body() body: SignInBody, @Res({ passthrough: true }) response: Response): Promise<Agent> {
    const { token, agent, expiresAt } = await this.sessions.signIn(body.email, body.password);
    response.cookie(SESSION_COOKIE, token, { httpOnly: true, sameSite: 'lax', expires: expiresAt, path: '/' });
    return agent;
  }

  @Get()
  @UseGuards(AgentGuard)
  whoIsIt(@CurrentAgent() agent: AgentRow): Agent {
    return shown(agent);
  }

  @Delete()
  @HttpCode(200)
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<Record<string, never>> {
    const token = cookieOf(request, SESSION_COOKIE);
    if (token) await this.sessions.signOut(token);
    response.clearCookie(SESSION_COOKIE, { path: '/' });
    return {};
  }

  @Get('demo')
  demo(): { account: { email: string; password: string } | null } {
    return { account: this.sessions.demoAccount() };
  }
}
