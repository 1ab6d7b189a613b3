import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { MOVED_ORDERS } from '@perambula/contract';
import type { MarketSpan, MovedOrder } from '@perambula/contract';
import { MOVED, OVERS } from '@perambula/core';
import type { Moved } from '@perambula/core';
import { ArrayMaxSize, IsArray, IsIn, IsInt, Max, Min } from 'class-validator';
import { IsDay, MayBeLeftOut, MayBeNull } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

const SPANS = [...OVERS, 'between'] as const;

export class MarketBody implements MarketSpan {
  @ApiProperty({ type: Object, nullable: true })
  @MayBeNull()
  @IsDocument('scope must be a search document, or null for the whole market.')
  scope: object | null;
  @ApiProperty({ enum: SPANS }) @IsIn(SPANS) over: MarketSpan['over'];
  @ApiPropertyOptional() @MayBeLeftOut() @IsDay('Give the first day as 2026-04-01.') from?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsDay('Give the last day as 2026-04-14.') to?: string;
}

export class MovedBody extends MarketBody {
  @ApiProperty({ enum: MOVED, isArray: true }) @IsArray() @ArrayMaxSize(MOVED.length) @IsIn(MOVED, { each: true }) moved: Moved[];
  @ApiProperty({ enum: MOVED_ORDERS }) @IsIn(MOVED_ORDERS) order: MovedOrder;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(0) offset = 0;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(1) @Max(200) limit = 100;
}
