import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { MOST_PICTURE_BYTES, VERDICTS, VISIT_NOTE_KINDS } from '@perambula/contract';
import type { NewVisitNote, Verdict, VisitNoteKind } from '@perambula/contract';
import { IsBase64, IsBoolean, IsIn, IsInt, IsUUID, Max, MaxLength, Min } from 'class-validator';
import { IsLine, IsMoment, IsText, MayBeLeftOut, MayBeNull } from '../../common/fields.js';

const MOST_LATE = 240;

export class VisitNoteBody implements NewVisitNote {
  @ApiProperty({ enum: VISIT_NOTE_KINDS }) @IsIn(VISIT_NOTE_KINDS) kind: VisitNoteKind;
  @ApiProperty() @IsMoment('Say when it was written, as 2026-04-18T14:30:00Z.') at: string;
  @ApiProperty({ type: String, nullable: true }) @MayBeNull() @IsLine(60, 'Say which home it is about.') listingKey:
    string | null;
  @ApiProperty({ type: String, nullable: true }) @MayBeNull() @IsUUID() personId: string | null;
  @ApiProperty({ enum: VERDICTS, nullable: true }) @MayBeNull() @IsIn(VERDICTS) verdict: Verdict | null;
  @ApiProperty() @IsText(2000) text: string;
  @ApiProperty({ type: Number, nullable: true }) @MayBeNull() @IsInt() @Min(0) @Max(MOST_LATE) minutes: number | null;
  @ApiPropertyOptional() @MayBeLeftOut() @IsBoolean() tells?: boolean;
  @ApiPropertyOptional()
  @MayBeLeftOut()
  @IsBase64()
  @MaxLength(Math.ceil(MOST_PICTURE_BYTES / 3) * 4, { message: 'A photograph has at most 700,000 bytes. Make it smaller.' })
  picture?: string;
}
