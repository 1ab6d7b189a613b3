import { ApiProperty } from '@nestjs/swagger';
import { FIELDS } from '@perambula/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';

const FIELD_NAMES = FIELDS.map(({ name }) => name);

export class ColumnBody {
  @ApiProperty({ description: 'A field of the catalogue.' })
  @IsIn(FIELD_NAMES, { message: ({ value }) => `There is no field “${String(value)}”.` })
  field: string;
  @ApiProperty({ description: 'In pixels.' }) @IsInt() @Min(40) @Max(800) width: number;
}

export class PreferencesBody {
  @ApiProperty({ type: [ColumnBody], description: 'The columns of a table of results, from the left.' })
  @IsArray()
  @ArrayMinSize(1, { message: 'A table needs at least one column.' })
  @ArrayMaxSize(60)
  @IsObject({ each: true })
  @ArrayUnique(({ field }: ColumnBody) => field, { message: 'A column stands in the table twice.' })
  @ValidateNested({ each: true })
  @Type(() => ColumnBody)
  resultColumns: ColumnBody[];
}
