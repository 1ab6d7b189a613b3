import { ApiProperty } from '@nestjs/swagger';
import { LONGEST_NEED } from '@perambula/contract';
import { QUESTIONS } from '@perambula/core';
import type { Question } from '@perambula/core';
import { IsIn, IsOptional, IsUUID } from 'class-validator';
import { IsDay, IsLine } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

/** What somebody said; the line itself is checked by core's reader. */
export class NeedBody {
  @ApiProperty({ enum: QUESTIONS }) @IsIn(QUESTIONS) question: Question;
  @ApiProperty({ type: String, nullable: true, required: false }) @IsOptional() @IsUUID() personId: string | null = null;
  @ApiProperty({ maxLength: LONGEST_NEED }) @IsLine(LONGEST_NEED) words: string;
  @ApiProperty({ type: Object, nullable: true, required: false })
  @IsOptional()
  @IsDocument('line must be a line of a search.')
  line: object | null = null;
  @ApiProperty({ type: String, format: 'date', nullable: true, required: false })
  @IsOptional()
  @IsDay('By when is a day, such as 2026-06-30.')
  day: string | null = null;
}
