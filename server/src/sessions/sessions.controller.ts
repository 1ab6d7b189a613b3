import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Req, Res, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import type { Agent } from '@perambula/contract';
import { MinLength } from 'class-validator';
import { IsAddress, IsLine } from '../common/fields.js';
import type { CookieOptions, Request, Response } from 'express';
import type { AgentRow } from './agent.entity.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { cookieOf } from '../common/cookie.js';
import { AgentGuard, CurrentAgent, sessionCookie } from './agent.guard.js';
import { FirstAdministrator } from './first.administrator.js';
import { SessionsService, shown } from './sessions.service.js';

class SignInBody {
  @ApiProperty() @IsAddress('Type an e-mail address such as juno@wayfarer.example.') email: string;
  @ApiProperty() @IsLine(200) password: string;
}

class FirstBody {
  @ApiProperty({ description: 'The code that the server printed at its start.' })
  @IsLine(40, 'Type the code that the server printed when it started.')
  code: string;

  @ApiProperty() @IsLine(120, 'Type your name.') name: string;
  @ApiProperty() @IsAddress('Type an e-mail address such as juno@wayfarer.example.') email: string;
  @ApiProperty({ minLength: 12 })
  @MinLength(12, { message: 'Choose a password of 12 characters or more.' })
  @IsLine(200)
  password: string;

  @ApiProperty() @IsLine(40, 'Type the telephone number that clients call.') phone: string;
  @ApiProperty() @IsLine(120, 'Type the name of your office.') officeName: string;
  @ApiProperty() @IsLine(200, 'Type your office’s postal address; every message carries it.') postalAddress: string;
  @ApiProperty() @IsLine(40, 'Type the number of your license.') licenseNumber: string;
}

function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || host === '[::1]' || /^(::ffff:)?127\.\d+\.\d+\.\d+$/.test(host);
}

@Controller('session')
export class SessionsController {
  constructor(
    private readonly sessions: SessionsService,
    private readonly first: FirstAdministrator,
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

  /** Makes the first account of a copy that has none, and signs in to it. */
  @Post('first')
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: { limit: 20, ttl: 60_000 } })
  async makeFirst(@Body() { code, ...body }: FirstBody, @Res({ passthrough: true }) response: Response): Promise<Agent> {
    await this.first.make(code, body);
    return this.signIn(body, response);
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
