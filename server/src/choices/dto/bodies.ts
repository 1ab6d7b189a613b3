import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsString,
  IsUUID,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import { DOUBTS } from '@perambula/core';
import { IsLine, IsText, MayBeLeftOut } from '../../common/fields.js';
import { HomesToHandOut } from '../../handouts/index.js';

class ChoiceBody extends HomesToHandOut {
  @ApiProperty() @IsUUID() clientId: string;
  @ApiProperty() @IsLine(200) subject: string;
  @ApiProperty() @IsText(20_000) words: string;
  @ApiProperty() @IsBoolean() withPdf: boolean;
}

export class ChoicePreviewBody extends ChoiceBody {
  @ApiPropertyOptional({ type: [String] })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(30)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  going?: string[];
}

class AllTheSameBody {
  @ApiProperty() @IsString() @MaxLength(60) listingKey: string;
  @ApiProperty({ enum: DOUBTS, isArray: true })
  @IsArray()
  @ArrayMaxSize(DOUBTS.length)
  @IsIn(DOUBTS, { each: true })
  doubts: string[];
}

export class ChoiceToSendBody extends ChoiceBody {
  @ApiProperty({ type: [AllTheSameBody] })
  @IsArray()
  @ArrayMaxSize(30)
  @ValidateNested({ each: true })
  @Type(() => AllTheSameBody)
  allTheSame: AllTheSameBody[];
}
