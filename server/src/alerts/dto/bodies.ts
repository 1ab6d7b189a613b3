import { ApiProperty } from '@nestjs/swagger';
import { CADENCES, HOLD_REASONS, PLACEHOLDERS, TELLABLE, unknownPlaceholder } from '@perambula/core';
import type { Cadence, HoldReason, Tellable } from '@perambula/core';
import { ArrayMinSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsInt, Max, Min } from 'class-validator';
import { IsLine, IsMoment, IsTested, IsText, MayBeLeftOut } from '../../common/fields.js';

/** What stands in braces can be filled in. */
const HasPlaceholders = (): PropertyDecorator =>
  IsTested(
    (value) => typeof value === 'string' && unknownPlaceholder(value) === null,
    `In braces there can be ${PLACEHOLDERS.map((each) => `{${each}}`).join(', ')}, which are filled in, and nothing else.`,
  );

export class AlertBody {
  @ApiProperty({ enum: CADENCES }) @IsIn(CADENCES) cadence: Cadence;
  @ApiProperty({ enum: TELLABLE, isArray: true })
  @IsArray()
  @ArrayMinSize(1, { message: 'Choose at least one kind of news to tell.' })
  @ArrayUnique()
  @IsIn(TELLABLE, { each: true })
  tell: Tellable[];
  @ApiProperty({ description: 'Of price changes, those of so many per cent or more are told.' })
  @IsInt()
  @Min(0)
  @Max(50)
  leastPercent: number = 0;
  @ApiProperty() @IsBoolean() newsOnly: boolean = false;
  @ApiProperty() @IsBoolean() held: boolean;
  @ApiProperty({ enum: HOLD_REASONS, isArray: true })
  @IsArray()
  @ArrayUnique()
  @IsIn(HOLD_REASONS, { each: true })
  holdIf: HoldReason[] = [];
  @ApiProperty({ description: 'The agents of new homes learn that somebody is looking for such a home, not who.' })
  @IsBoolean()
  tellsOffices: boolean = false;
  @ApiProperty() @IsLine(200) @HasPlaceholders() subject: string;
  @ApiProperty() @IsText(2000) @HasPlaceholders() greeting: string;
}

/** Which of an alert's messages is looked at, and how. */
export class LetterQuery {
  @ApiProperty({ required: false }) @IsText(2000) greeting: string = '';
  @ApiProperty({ required: false, enum: ['first', 'later'] }) @IsIn(['first', 'later']) which: 'first' | 'later' = 'first';
  @ApiProperty({ required: false, enum: ['html', 'text'] }) @IsIn(['html', 'text']) as: 'html' | 'text' = 'html';
}

export class AlertStateBody {
  @ApiProperty({ enum: ['running', 'paused', 'stopped'] }) @IsIn(['running', 'paused', 'stopped']) state:
    'running' | 'paused' | 'stopped';
  @ApiProperty({ required: false, format: 'date-time' })
  @MayBeLeftOut()
  @IsMoment('When it runs again is a moment, such as 2026-05-01T04:00:00Z.')
  until?: string;
}

export class HeldHomeBody {
  @ApiProperty() @IsLine(300) words: string;
  @ApiProperty() @IsBoolean() isLeftOut: boolean;
}

export class OfficeStopBody {
  @ApiProperty() @IsLine(100) token: string;
}

export class PassBody {
  @ApiProperty() @IsBoolean() send: boolean;
}
