import {
  Body,
  Controller,
  createParamDecorator,
  Delete,
  Get,
  HttpCode,
  Inject,
  Injectable,
  Param,
  Patch,
  Post,
  Put,
  Query,
  Req,
  Res,
  UseGuards,
} from '@nestjs/common';
import type { CanActivate, ExecutionContext } from '@nestjs/common';
import type { Portal, PortalCard, PortalHomeAnswer, ToVerify } from '@perambula/contract';
import type { Request, Response } from 'express';
import { KNOWN_DAYS, ReaderCodes } from '../clients/index.js';
import { takesTurnsAs } from '../common/requestBudget.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { cookieOf } from '../common/cookie.js';
import {
  CardsQuery,
  CodeBody,
  CountedBody,
  DroppedBody,
  OpenBody,
  OwnAlertBody,
  OwnOrderBody,
  ReactionBody,
  SharedBody,
  WishBody,
  WrittenBody,
} from './dto/bodies.js';
import { SubscribedCalendars } from '../showings/index.js';
import { HomePages } from './home.pages.js';
import { PortalService } from './portal.service.js';

const PORTAL_COOKIE = 'perambula_portal';
const DAYS = 60;

interface Visiting extends Request {
  personId?: string;
  isKnown?: boolean;
}

/** Lets only the reader of a valid portal link through. */
@Injectable()
export class PortalGuard implements CanActivate {
  constructor(
    private readonly portal: PortalService,
    private readonly codes: ReaderCodes,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Visiting>();
    request.personId = await this.portal.personOf(cookieOf(request, PORTAL_COOKIE));
    request.isKnown = await this.codes.isKnown(request.personId, cookieOf(request, knownCookie(request.personId)));
    takesTurnsAs(request.personId);
    return true;
  }
}

/** Whose portal it is. */
export const Visitor = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<Visiting>().personId,
);

/** Whether a code mailed to them was typed in this browser. */
const IsKnown = createParamDecorator(
  (_: unknown, context: ExecutionContext) => context.switchToHttp().getRequest<Visiting>().isKnown ?? false,
);

@Controller('portal')
export class PortalController {
  constructor(
    private readonly portal: PortalService,
    private readonly pages: HomePages,
    private readonly codes: ReaderCodes,
    private readonly calendars: SubscribedCalendars,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Takes the link's token into a cookie. Done by the page's script, so that a machine that only follows links counts as nobody. */
  @Post('session')
  @HttpCode(200)
  async enter(
    @Body() { token }: OpenBody,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Record<string, never>> {
    await this.portal.enter(token, request.ip ?? '');
    this.keep(response, PORTAL_COOKIE, token, DAYS);
    return {};
  }

  @Get()
  @UseGuards(PortalGuard)
  open(@Visitor() personId: string, @IsKnown() isKnown: boolean): Promise<Portal> {
    return this.portal.open(personId, isKnown);
  }

  @Post('code')
  @HttpCode(200)
  @UseGuards(PortalGuard)
  async mailCode(@Visitor() personId: string): Promise<Record<string, never>> {
    await this.codes.send(personId);
    return {};
  }

  @Put('code')
  @UseGuards(PortalGuard)
  async typeCode(
    @Visitor() personId: string,
    @Body() { code }: CodeBody,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Record<string, never>> {
    this.keep(response, knownCookie(personId), await this.codes.take(personId, code), KNOWN_DAYS);
    return {};
  }

  @Get('homes')
  @UseGuards(PortalGuard)
  cards(@Visitor() personId: string, @Query() { keys }: CardsQuery): Promise<PortalCard[]> {
    return this.portal.cards(personId, keys);
  }

  @Get('homes/:key')
  @UseGuards(PortalGuard)
  home(@Visitor() personId: string, @Param('key') key: string, @IsKnown() isKnown: boolean): Promise<PortalHomeAnswer> {
    return this.pages.of(personId, key, isKnown);
  }

  @Get('homes/:key/verify')
  @UseGuards(PortalGuard)
  async toVerify(@Visitor() personId: string, @Param('key') key: string): Promise<ToVerify> {
    return { facts: await this.portal.toVerify(personId, key) };
  }

  @Post('homes/:key/visit')
  @HttpCode(200)
  @UseGuards(PortalGuard)
  async openHome(@Visitor() personId: string, @Param('key') key: string): Promise<Record<string, never>> {
    await this.portal.openHome(personId, key);
    return {};
  }

  @Put('homes/:key/reaction')
  @UseGuards(PortalGuard)
  async react(
    @Visitor() personId: string,
    @Param('key') key: string,
    @Body() body: ReactionBody,
  ): Promise<Record<string, never>> {
    await this.portal.react(personId, key, body.verdict, body.note ?? '');
    return {};
  }

  @Post('homes/:key/showing')
  @HttpCode(200)
  @UseGuards(PortalGuard)
  async askToSee(@Visitor() personId: string, @Param('key') key: string, @Body() body: WishBody): Promise<Record<string, never>> {
    await this.portal.askToSee(personId, key, body.wish);
    return {};
  }

  @Post('written')
  @HttpCode(200)
  @UseGuards(PortalGuard)
  async write(@Visitor() personId: string, @Body() { text, listingKey }: WrittenBody): Promise<Record<string, never>> {
    await this.portal.write(personId, text, listingKey ?? null);
    return {};
  }

  @Patch('searches/:id/alert')
  @UseGuards(PortalGuard)
  async changeAlert(
    @Visitor() personId: string,
    @Param('id') id: string,
    @Body() body: OwnAlertBody,
  ): Promise<Record<string, never>> {
    await this.portal.changeAlert(personId, id, body);
    return {};
  }

  @Put('shortlists/:id/order')
  @UseGuards(PortalGuard)
  async orderShared(
    @Visitor() personId: string,
    @Param('id') id: string,
    @Body() { keys }: OwnOrderBody,
  ): Promise<Record<string, never>> {
    await this.portal.orderShared(personId, id, keys);
    return {};
  }

  @Put('shortlists/:id/homes/:key')
  @UseGuards(PortalGuard)
  async dropShared(
    @Visitor() personId: string,
    @Param('id') id: string,
    @Param('key') key: string,
    @Body() { dropped }: DroppedBody,
  ): Promise<Record<string, never>> {
    await this.portal.dropShared(personId, id, key, dropped);
    return {};
  }

  @Post('calendar')
  @HttpCode(200)
  @UseGuards(PortalGuard)
  async openCalendar(@Visitor() personId: string): Promise<{ url: string }> {
    return { url: await this.calendars.openFor(personId) };
  }

  @Put('visits')
  @UseGuards(PortalGuard)
  async countVisits(@Visitor() personId: string, @Body() body: CountedBody): Promise<Record<string, never>> {
    await this.portal.countVisits(personId, body.counted);
    return {};
  }

  @Put('sharing')
  @UseGuards(PortalGuard)
  async share(@Visitor() personId: string, @Body() body: SharedBody): Promise<Record<string, never>> {
    await this.portal.shareReactions(personId, body.shared);
    return {};
  }

  /** Makes every link into this portal good for nothing, this one too. */
  @Delete('links')
  @UseGuards(PortalGuard)
  async withdrawLinks(@Visitor() personId: string): Promise<Record<string, never>> {
    await this.portal.withdrawLinks(personId);
    return {};
  }

  @Post('stop')
  @HttpCode(200)
  @UseGuards(PortalGuard)
  async stop(@Visitor() personId: string): Promise<Record<string, never>> {
    await this.portal.stop(personId);
    return {};
  }

  /** Keeps something in the browser that only the portal's requests bring back. */
  private keep(response: Response, name: string, value: string, days: number): void {
    response.cookie(name, value, {
      httpOnly: true,
      sameSite: 'lax',
      secure: this.config.secure,
      maxAge: days * 86_400_000,
      path: '/api/portal',
    });
  }
}

/** Of each reader by themselves: two of a household may share a browser. */
function knownCookie(personId: string): string {
  return `perambula_known_${personId.slice(0, 8)}`;
}
