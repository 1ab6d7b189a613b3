import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { COMPS_FILES, MOST_COMPARED } from '@perambula/contract';
import type { CompsFileType } from '@perambula/contract';
import { ArrayMaxSize, ArrayMinSize, ArrayUnique, IsArray, IsIn, IsString, MaxLength } from 'class-validator';
import { IsLine, IsText, MayBeLeftOut } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

const TOO_MANY = { message: `At most ${MOST_COMPARED.toLocaleString('en-US')} homes are compared at once.` };

class SubjectBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(60) subject?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(60) parcel?: string;
}

export class CompsBody extends SubjectBody {
  @ApiPropertyOptional({ type: [String] })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(MOST_COMPARED, TOO_MANY)
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  keys?: string[];

  /** The search document itself is checked by core's reader. */
  @ApiPropertyOptional({ type: Object }) @MayBeLeftOut() @IsDocument('search must be a search document.') search?: object;
}

export class CompsFileBody extends SubjectBody {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_COMPARED, TOO_MANY)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  keys: string[];

  @ApiProperty() @IsLine(200, 'Give it a title.') title: string;
  @ApiProperty({ enum: COMPS_FILES }) @IsIn(COMPS_FILES) type: CompsFileType;
}
