import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { MOST_PORTAL_CARDS, VERDICTS } from '@perambula/contract';
import type { Verdict } from '@perambula/contract';
import { CADENCES } from '@perambula/core';
import type { Cadence } from '@perambula/core';
import { Transform } from 'class-transformer';
import { ArrayMaxSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsString, Matches, MaxLength } from 'class-validator';
import { IsLine, IsTested, IsText, MayBeLeftOut } from '../../common/fields.js';

export class OpenBody {
  @ApiProperty() @IsLine(100) token: string;
}

export class CodeBody {
  @ApiProperty() @Matches(/^\d{6}$/, { message: 'The code has six digits.' }) code: string;
}

export class CardsQuery {
  @ApiProperty({ isArray: true, description: 'Listing keys, by commas.' })
  @Transform(({ value }) => String(value).split(','))
  @IsTested(
    (keys) => Array.isArray(keys) && keys.length <= MOST_PORTAL_CARDS,
    `keys are listing keys by commas, ${MOST_PORTAL_CARDS} at most.`,
  )
  keys: string[];
}

export class ReactionBody {
  @ApiProperty({ enum: VERDICTS }) @IsIn(VERDICTS) verdict: Verdict;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(1000) note?: string;
}

export class WishBody {
  @ApiProperty() @IsText(500) wish: string;
}

export class WrittenBody {
  @ApiProperty() @IsText(2000, 'Type what you want to say.') text: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(60) listingKey?: string;
}

export class OwnAlertBody {
  @ApiPropertyOptional({ enum: CADENCES }) @MayBeLeftOut() @IsIn(CADENCES) cadence?: Cadence;
  @ApiPropertyOptional({ enum: ['running', 'paused', 'stopped'] })
  @MayBeLeftOut()
  @IsIn(['running', 'paused', 'stopped'])
  state?: 'running' | 'paused' | 'stopped';
}

export class OwnOrderBody {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(1000)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  keys: string[];
}

export class DroppedBody {
  @ApiProperty() @IsBoolean() dropped: boolean;
}

export class SharedBody {
  @ApiProperty() @IsBoolean() shared: boolean;
}

export class CountedBody {
  @ApiProperty() @IsBoolean() counted: boolean;
}
