import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { MOST_BUSY, REACH_BY } from '@perambula/contract';
import type { ReachBy } from '@perambula/contract';
import type { BusyHours } from '@perambula/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsAddress, IsDay, IsLine, IsTested, IsText, IsZone, MayBeLeftOut } from '../../common/fields.js';

export class PersonBody {
  @ApiProperty() @IsLine(120, 'Type the person’s name.') name: string;
  @ApiProperty()
  @IsAddress('Type an e-mail address such as amara@lindqvist.example.')
  email: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(40) phone?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsZone() timeZone?: string;
}

export class NewClientBody {
  @ApiProperty() @IsLine(120, 'Type the client’s name.') name: string;
  @ApiProperty({ type: [PersonBody] })
  @IsArray()
  @ArrayMaxSize(10)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => PersonBody)
  people: PersonBody[];
}

export class ChangePersonBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(120, 'Type the person’s name.') name?: string;
  @ApiPropertyOptional()
  @MayBeLeftOut()
  @IsAddress('Type an e-mail address such as amara@lindqvist.example.')
  email?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(40) phone?: string;
  @ApiPropertyOptional({ enum: REACH_BY }) @MayBeLeftOut() @IsIn(REACH_BY) reachBy?: ReachBy;
  @ApiPropertyOptional({ type: String, nullable: true, description: 'Null: as the household’s.' })
  @IsOptional()
  @IsZone()
  timeZone?: string | null;
}

export class AgreementBody {
  @ApiProperty() @IsDay('The agreement’s first day is a date such as 2026-04-01.') from: string;
  @ApiProperty() @IsDay('The agreement’s last day is a date such as 2026-09-30.') until: string;
  @ApiProperty() @IsLine(200) scope: string;
}

class BusyBody implements BusyHours {
  @ApiProperty({ type: [Number] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(7)
  @ArrayUnique()
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(7, { each: true })
  days: number[];
  @ApiProperty() @IsInt() @Min(0) @Max(1439) from: number;
  @ApiProperty() @IsInt() @Min(1) @Max(1440) until: number;
}

export class ChangeClientBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(120, 'Type a name.') name?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(20_000) notes?: string;
  @ApiPropertyOptional({ type: AgreementBody })
  @IsOptional()
  @ValidateNested()
  @Type(() => AgreementBody)
  agreement?: AgreementBody | null;
  @ApiPropertyOptional() @MayBeLeftOut() @IsBoolean() asksAfter?: boolean;
  @ApiPropertyOptional({ type: [BusyBody] })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_BUSY)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => BusyBody)
  @IsTested(beginFirst, 'What is in the way begins before it ends.')
  busy?: BusyBody[];
}

export class ConfirmBody {
  @ApiProperty() @IsLine(100) token: string;
}

function beginFirst(busy: unknown): boolean {
  return Array.isArray(busy) && (busy as (Partial<BusyHours> | null)[]).every((each) => Number(each?.from) < Number(each?.until));
}
