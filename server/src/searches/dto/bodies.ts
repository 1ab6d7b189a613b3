import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { PROPERTY_TYPES } from '@perambula/core';
import type { PropertyType } from '@perambula/core';
import { Transform } from 'class-transformer';
import { IsIn, IsInt, IsNotEmpty, IsObject, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator';

/** The search document itself is checked by core's reader; here is its envelope. */
export class CountBody {
  @ApiProperty({ type: Object }) @IsObject({ message: 'search must be a search document.' }) search: object;
}

export class ListingsBody extends CountBody {
  @ApiProperty({ enum: ['fit', 'unknown', 'missByOne'] }) @IsIn(['fit', 'unknown', 'missByOne']) set:
    'fit' | 'unknown' | 'missByOne';
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(60) line?: string;
  @ApiPropertyOptional() @IsOptional() @IsInt() @Min(0) offset = 0;
  @ApiPropertyOptional() @IsOptional() @IsInt() @Min(1) @Max(500) limit = 100;
}

export class KindsQuery {
  @ApiProperty({ enum: PROPERTY_TYPES, isArray: true, description: 'Kinds of property, by commas.' })
  @Transform(({ value }) => String(value).split(','))
  @IsIn(PROPERTY_TYPES, { each: true, message: `kinds are some of ${PROPERTY_TYPES.join(', ')}, by commas.` })
  kinds: PropertyType[];
}

export class FileBody extends CountBody {
  @ApiProperty({ enum: ['fit', 'unknown', 'missByOne'] }) @IsIn(['fit', 'unknown', 'missByOne']) set:
    'fit' | 'unknown' | 'missByOne';
  @ApiProperty({ enum: ['csv', 'json', 'geojson'] }) @IsIn(['csv', 'json', 'geojson']) type: 'csv' | 'json' | 'geojson';
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
