import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { HAPPENING_KINDS } from '@perambula/contract';
import type { HappeningKind } from '@perambula/contract';
import { Transform } from 'class-transformer';
import { IsBoolean, IsIn, IsUUID, Matches } from 'class-validator';
import { IsMoment, IsText, IsZone, MayBeLeftOut } from '../../common/fields.js';

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/;

export class FilesQuery {
  @ApiPropertyOptional({ type: Boolean })
  @Transform(({ value }) => (value === 'true' ? true : value === 'false' ? false : (value as unknown)))
  @IsBoolean()
  archived: boolean = false;
}

export class TimelineQuery {
  @ApiPropertyOptional({ isArray: true, enum: HAPPENING_KINDS, description: 'By commas; left out, all.' })
  @MayBeLeftOut()
  @Transform(({ value }) => String(value).split(','))
  @IsIn(HAPPENING_KINDS, { each: true })
  kinds?: HappeningKind[];
  @ApiPropertyOptional() @MayBeLeftOut() @IsMoment('before is a moment, as the page before said.') before?: string;
}

export class EntryBody {
  @ApiProperty({ enum: ['note', 'call'] }) @IsIn(['note', 'call']) kind: 'note' | 'call';
  @ApiProperty() @IsText(2000, 'Type what there is to note.') text: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsUUID() personId?: string;
}

export class AnswerBody {
  @ApiProperty() @IsText(2000) text: string;
}

export class HoursBody {
  @ApiProperty() @IsZone() zone: string;
  @ApiProperty() @Matches(TIME, { message: 'Quiet hours begin at a time such as 21:00.' }) quietFrom: string;
  @ApiProperty() @Matches(TIME, { message: 'Quiet hours end at a time such as 07:00.' }) quietUntil: string;
}

export class ArchiveBody {
  @ApiProperty() @IsBoolean() archived: boolean;
}

export class MergeBody {
  @ApiProperty() @IsUUID() otherId: string;
}
