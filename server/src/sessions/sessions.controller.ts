import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Req, Res, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import type { Agent } from '@perambula/contract';
import { IsAddress, IsLine } from '../common/fields.js';
import type { CookieOptions, Request, Response } from 'express';
import type { AgentRow } from './agent.entity.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { cookieOf } from '../common/cookie.js';
import { AgentGuard, CurrentAgent, sessionCookie } from './agent.guard.js';
import { SessionsService, shown } from './sessions.service.js';

class SignInBody {
  @ApiProperty() @IsAddress('Type an e-mail address such as juno@wayfarer.example.') email: string;
  @ApiProperty() @IsLine(200) password: string;
}

function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || host === '[::1]' || /^(::ffff:)?127\.\d+\.\d+\.\d+$/.test(host);
}

@Controller('session')
export class SessionsController {
  constructor(
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Post()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: { limit: 20, ttl: 60_000 } })
  async signIn(@Body() body: SignInBody, @Res({ passthrough: true }) response: Response): Promise<Agent> {
    const { token, agent, expiresAt } = await this.sessions.signIn(body.email, body.password);
    response.cookie(sessionCookie(this.config), token, { ...this.cookie(), expires: expiresAt });
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
    const token = cookieOf(request, sessionCookie(this.config));
    if (token) await this.sessions.signOut(token);
    response.clearCookie(sessionCookie(this.config), this.cookie());
    return {};
  }

  /** The demo's account, for whoever sits at the machine that it runs on. */
  @Get('demo')
  demo(@Req() request: Request): { account: { email: string; password: string } | null } {
    const isHere = isLoopback(request.socket.remoteAddress ?? '') && isLoopback(request.hostname);
    return { account: isHere ? this.sessions.demoAccount() : null };
  }

  private cookie(): CookieOptions {
    return { httpOnly: true, sameSite: 'lax', secure: this.config.secure, path: '/' };
  }
}
