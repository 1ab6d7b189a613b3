import { ApiProperty } from '@nestjs/swagger';
import { CADENCES, TELLABLE } from '@perambula/core';
import type { Cadence, Tellable } from '@perambula/core';
import { ArrayMinSize, ArrayUnique, IsArray, IsBoolean, IsIn } from 'class-validator';
import { IsLine, IsText } from '../../common/fields.js';

export class AlertBody {
  @ApiProperty({ enum: CADENCES }) @IsIn(CADENCES) cadence: Cadence;
  @ApiProperty({ enum: TELLABLE, isArray: true })
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one kind of news to tell.' })
  @ArrayUnique()
  @IsIn(TELLABLE, { each: true })
  tell: Tellable[];
  @ApiProperty() @IsBoolean() held: boolean;
  @ApiProperty() @IsLine(200) subject: string;
  @ApiProperty() @IsText(2000) greeting: string;
}

export class AlertStateBody {
  @ApiProperty({ enum: ['running', 'paused', 'stopped'] }) @IsIn(['running', 'paused', 'stopped']) state:
    'running' | 'paused' | 'stopped';
}

export class PassBody {
  @ApiProperty() @IsBoolean() send: boolean;
}
