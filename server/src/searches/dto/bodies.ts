import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { FILE_TYPES } from '@perambula/contract';
import type { FileType } from '@perambula/contract';
import { PROPERTY_TYPES } from '@perambula/core';
import type { PropertyType } from '@perambula/core';
import { Transform } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  Min,
} from 'class-validator';
import { IsLine, IsText, MayBeLeftOut } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

/** The search document itself is checked by core's reader; here is its envelope. */
export class CountBody {
  @IsDocument('search must be a search document.') search: object;
}

/** One of the three sets of a search. */
class SetBody extends CountBody {
  @ApiProperty({ enum: ['fit', 'unknown', 'missByOne'] }) @IsIn(['fit', 'unknown', 'missByOne']) set:
    'fit' | 'unknown' | 'missByOne';
}

export class ListingsBody extends SetBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(60) line?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(0) offset = 0;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(1) @Max(500) limit = 100;
}

/** The rows of some listings of a result, in the order of their keys. */
export class RowsBody extends SetBody {
  @ApiProperty({ type: [String] }) @IsArray() @ArrayMaxSize(500) @IsString({ each: true }) keys: string[];
}

/** A whole result, or what one line decides of it. */
export class ResultBody extends SetBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(60) line?: string;
}

export class CompareBody {
  @IsDocument('a must be an object.') a: object;
  @IsDocument('b must be an object.') b: object;
  @ApiProperty({ enum: ['onlyA', 'onlyB', 'both'] }) @IsIn(['onlyA', 'onlyB', 'both']) part: 'onlyA' | 'onlyB' | 'both';
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(0) offset = 0;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(1) @Max(500) limit = 100;
}

export class KindsQuery {
  @ApiProperty({ enum: PROPERTY_TYPES, isArray: true, description: 'Kinds of property, by commas.' })
  @Transform(({ value }) => String(value).split(','))
  @IsIn(PROPERTY_TYPES, { each: true, message: `kinds are some of ${PROPERTY_TYPES.join(', ')}, by commas.` })
  kinds: PropertyType[];
}

export class FileBody extends SetBody {
  @ApiProperty({ enum: FILE_TYPES }) @IsIn(FILE_TYPES) type: FileType;
}

/** A file of some listings, in the order of their keys. */
export class FileOfBody {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(1000)
  @IsString({ each: true })
  keys: string[];
  @ApiProperty({ enum: FILE_TYPES }) @IsIn(FILE_TYPES) type: FileType;
}

export class NewSearchBody {
  @ApiProperty() @IsLine(120, 'Give the search a name.') name: string;
  @ApiPropertyOptional() @IsOptional() @IsUUID() clientId?: string | null;
  @IsDocument('document must be an object.') document: object;
}

export class ChangedSearchBody {
  @ApiProperty() @IsLine(120, 'Give the search a name.') name: string;
  @IsDocument('document must be an object.') document: object;
  @ApiProperty() @IsInt() @Min(1) version: number;
}

export class StartingSetBody {
  @ApiProperty() @IsLine(120, 'Give the starting set a name.') name: string;
  @IsDocument('document must be an object.') document: object;
  @ApiProperty({ description: 'Whether new searches begin with it.' }) @IsBoolean() isDefault: boolean;
}

export class DraftBody {
  @ApiPropertyOptional() @IsOptional() @IsUUID() clientId?: string | null;
  @ApiPropertyOptional() @IsOptional() @IsUUID() searchId?: string | null;
  @ApiProperty() @IsInt() @Min(0) version: number;
  @ApiProperty({ description: 'Empty while it has none.' }) @IsLine(120) name: string;
  @IsDocument('document must be an object.') document: object;
}
