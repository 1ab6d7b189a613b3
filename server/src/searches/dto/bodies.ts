import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { PROPERTY_TYPES } from '@perambula/core';
import type { PropertyType } from '@perambula/core';
import { Transform } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
} from 'class-validator';

export const FILE_TYPES = ['csv', 'xlsx', 'json', 'geojson'] as const;
export type FileType = (typeof FILE_TYPES)[number];

/** The search document itself is checked by core's reader; here is its envelope. */
export class CountBody {
  @ApiProperty({ type: Object }) @IsObject({ message: 'search must be a search document.' }) search: object;
}

/** One of the three sets of a search. */
class SetBody extends CountBody {
  @ApiProperty({ enum: ['fit', 'unknown', 'missByOne'] }) @IsIn(['fit', 'unknown', 'missByOne']) set:
    'fit' | 'unknown' | 'missByOne';
}

export class ListingsBody extends SetBody {
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(60) line?: string;
  @ApiPropertyOptional() @IsOptional() @IsInt() @Min(0) offset = 0;
  @ApiPropertyOptional() @IsOptional() @IsInt() @Min(1) @Max(500) limit = 100;
}

/** The rows of some listings of a result, in the order of their keys. */
export class RowsBody extends SetBody {
  @ApiProperty({ type: [String] }) @IsArray() @ArrayMaxSize(500) @IsString({ each: true }) keys: string[];
}

/** The keys of a whole result. */
export class KeysBody extends SetBody {
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(60) line?: string;
}

export class CompareBody {
  @ApiProperty({ type: Object }) @IsObject() a: object;
  @ApiProperty({ type: Object }) @IsObject() b: object;
  @ApiProperty({ enum: ['onlyA', 'onlyB', 'both'] }) @IsIn(['onlyA', 'onlyB', 'both']) part: 'onlyA' | 'onlyB' | 'both';
  @ApiPropertyOptional() @IsOptional() @IsInt() @Min(0) offset = 0;
  @ApiPropertyOptional() @IsOptional() @IsInt() @Min(1) @Max(500) limit = 100;
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

export class NewSearchBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Give the search a name.' }) @MaxLength(120) name: string;
  @ApiPropertyOptional() @IsOptional() @IsUUID() clientId?: string | null;
  @ApiProperty({ type: Object }) @IsObject() document: object;
}

export class ChangedSearchBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Give the search a name.' }) @MaxLength(120) name: string;
  @ApiProperty({ type: Object }) @IsObject() document: object;
  @ApiProperty() @IsInt() @Min(1) version: number;
}

export class StartingSetBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Give the starting set a name.' }) @MaxLength(120) name: string;
  @ApiProperty({ type: Object }) @IsObject() document: object;
  @ApiProperty({ description: 'Whether new searches begin with it.' }) @IsBoolean() isDefault: boolean;
}

export class DraftBody {
  @ApiPropertyOptional() @IsOptional() @IsUUID() clientId?: string | null;
  @ApiPropertyOptional() @IsOptional() @IsUUID() searchId?: string | null;
  @ApiProperty() @IsInt() @Min(0) version: number;
  @ApiProperty({ description: 'Empty while it has none.' }) @IsString() @MaxLength(120) name: string;
  @ApiProperty({ type: Object }) @IsObject() document: object;
}
