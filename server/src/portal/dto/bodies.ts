import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { VERDICTS } from '@perambula/contract';
import type { Verdict } from '@perambula/contract';
import { IsBoolean, IsIn } from 'class-validator';
import { IsLine, IsText, MayBeLeftOut } from '../../common/fields.js';

export class OpenBody {
  @ApiProperty() @IsLine(100) token: string;
}

export class ReactionBody {
  @ApiProperty({ enum: VERDICTS }) @IsIn(VERDICTS) verdict: Verdict;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(1000) note?: string;
}

export class WishBody {
  @ApiProperty() @IsText(500) wish: string;
}

export class SharedBody {
  @ApiProperty() @IsBoolean() shared: boolean;
}

export class CountedBody {
  @ApiProperty() @IsBoolean() counted: boolean;
}
