import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { MOST_OF_A_ROUND, SHEETS } from '@perambula/contract';
import type { RoundPlace, SheetFor } from '@perambula/contract';
import { AIMS } from '@perambula/core';
import type { Aim, LonLat, RoundBreak, TimeSpan } from '@perambula/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { IsDay, IsLine, IsTested, MayBeLeftOut } from '../../common/fields.js';

const MINUTES_OF_DAY = 1440;

class PlaceBody implements RoundPlace {
  @ApiProperty() @IsLine(120, 'Give the place a name.') name: string;
  @ApiProperty({ type: [Number] })
  @IsTested(isOnEarth, 'A place is longitude and latitude, in degrees.')
  at: LonLat;
}

class SpanBody implements TimeSpan {
  @ApiProperty() @IsInt() @Min(0) @Max(MINUTES_OF_DAY) from: number;
  @ApiProperty() @IsInt() @Min(0) @Max(MINUTES_OF_DAY) until: number;
}

class BreakBody extends SpanBody implements RoundBreak {
  @ApiProperty() @IsInt() @Min(5) @Max(240) minutes: number;
}

export class RoundKeysBody {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_OF_A_ROUND, { message: `A round holds ${MOST_OF_A_ROUND} homes at most.` })
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  listingKeys: string[];
}

export class NewRoundBody extends RoundKeysBody {
  @ApiProperty({ type: String, nullable: true }) @ValidateIf((_body, value) => value !== null) @IsUUID() clientId: string | null;
  @ApiProperty() @IsDay('Say the day as 2026-04-18.') on: string;
}

export class RoundBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(120, 'Give the round a name.') name?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsDay('Say the day as 2026-04-18.') on?: string;
  @ApiPropertyOptional({ type: PlaceBody, nullable: true })
  @IsOptional()
  @ValidateNested()
  @Type(() => PlaceBody)
  begin?: PlaceBody | null;
  @ApiPropertyOptional({ type: PlaceBody, nullable: true })
  @IsOptional()
  @ValidateNested()
  @Type(() => PlaceBody)
  end?: PlaceBody | null;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(0) @Max(MINUTES_OF_DAY) leaveAt?: number;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(0) @Max(MINUTES_OF_DAY) backBy?: number;
  @ApiPropertyOptional({ enum: AIMS }) @MayBeLeftOut() @IsIn(AIMS) aim?: Aim;
  @ApiPropertyOptional({ type: BreakBody, nullable: true })
  @IsOptional()
  @ValidateNested()
  @Type(() => BreakBody)
  @IsTested(isSpanOrNull, 'The break may begin from one time until a later one.')
  break?: BreakBody | null;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(5) @Max(240) minutes?: number;
}

export class RoundHomeBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(5) @Max(240) minutes?: number;
  @ApiPropertyOptional({ enum: ['first', 'last'], nullable: true }) @IsOptional() @IsIn(['first', 'last']) place?:
    'first' | 'last' | null;
  @ApiPropertyOptional({ type: String, nullable: true }) @IsOptional() @IsUUID() before?: string | null;
  @ApiPropertyOptional({ type: String, nullable: true }) @IsOptional() @IsUUID() beside?: string | null;
  @ApiPropertyOptional({ type: SpanBody, nullable: true })
  @IsOptional()
  @ValidateNested()
  @Type(() => SpanBody)
  @IsTested(isSpan, 'The hours begin before they end.')
  hours?: SpanBody | null;
}

export class RoundOrderBody {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(MOST_OF_A_ROUND)
  @IsUUID(undefined, { each: true })
  homeIds: string[];
}

export class RoundAimPath {
  @ApiProperty() @IsUUID() id: string;
  @ApiProperty({ enum: AIMS }) @IsIn(AIMS) aim: Aim;
}

export class DaySheetQuery {
  @ApiProperty({ enum: SHEETS }) @IsIn(SHEETS) sheetFor: SheetFor;
}

function isOnEarth(value: unknown): boolean {
  if (!Array.isArray(value) || value.length !== 2) return false;
  return value.every((degrees, i) => typeof degrees === 'number' && Math.abs(degrees) <= (i === 0 ? 180 : 90));
}

function isSpanOrNull(value: unknown): boolean {
  return value === null || isSpan(value);
}

function isSpan(value: unknown): boolean {
  const { from, until } = (value ?? {}) as Partial<TimeSpan>;
  return Number(from) < Number(until);
}
