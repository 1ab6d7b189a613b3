import { ApiPropertyOptional } from '@nestjs/swagger';
import { ArrayMaxSize, IsArray, IsString, MaxLength } from 'class-validator';
import { IsText, MayBeLeftOut } from '../../common/fields.js';

export class CompsBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(60) subject?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(60) parcel?: string;
  @ApiPropertyOptional({ type: [String] })
  @MayBeLeftOut()
  @IsArray()
  @ArrayMaxSize(200, { message: 'At most 200 homes are compared at once.' })
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  keys?: string[];
}
