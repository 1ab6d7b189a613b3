import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { VERDICTS } from '@perambula/contract';
import type { Verdict } from '@perambula/contract';
import { IsBoolean, IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

export class OpenBody {
  @ApiProperty() @IsString() @MaxLength(100) token: string;
}

export class ReactionBody {
  @ApiProperty({ enum: VERDICTS }) @IsIn(VERDICTS) verdict: Verdict;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(1000) note?: string;
}

export class WishBody {
  @ApiProperty() @IsString() @MaxLength(500) wish: string;
}

export class CountedBody {
  @ApiProperty() @IsBoolean() counted: boolean;
}
