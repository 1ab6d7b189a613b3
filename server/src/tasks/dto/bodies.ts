import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { REPEATS } from '@perambula/contract';
import type { NewTask, Repeats } from '@perambula/contract';
import { IsBoolean, IsIn, IsOptional, IsUUID } from 'class-validator';
import { IsDay, IsLine, MayBeLeftOut } from '../../common/fields.js';
import type { TaskChange } from '../tasks.service.js';

const DAY = 'The day is a date such as 2026-04-18.';

export class NewTaskBody implements NewTask {
  @ApiProperty() @IsLine(300, 'Type what there is to do.') text: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsUUID() clientId?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(60, 'Say which home it is about.') listingKey?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsDay(DAY) dueOn?: string;
  @ApiPropertyOptional({ enum: REPEATS }) @MayBeLeftOut() @IsIn(REPEATS) repeats?: Repeats;
}

export class TaskChangeBody implements TaskChange {
  @ApiPropertyOptional() @MayBeLeftOut() @IsBoolean() done?: boolean;
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(300, 'Type what there is to do.') text?: string;
  @ApiPropertyOptional({ type: String, nullable: true }) @IsOptional() @IsDay(DAY) dueOn?: string | null;
  @ApiPropertyOptional({ enum: REPEATS, nullable: true }) @IsOptional() @IsIn(REPEATS) repeats?: Repeats | null;
}
