import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { VISITOR_CADENCES } from '@perambula/contract';
import type { VisitorCadence } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { IsBoolean, IsIn, IsInt, Max, Min } from 'class-validator';
import { IsAddress, IsLine, MayBeLeftOut } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

const SEARCH = 'Send the search as an object.';

export class VisitorHomesBody {
  @IsDocument(SEARCH) search: Search;
  @ApiPropertyOptional() @MayBeLeftOut() @IsInt() @Min(0) @Max(5000) offset?: number;
}

export class VisitorRequestBody {
  @ApiProperty() @IsLine(120, 'Type your name.') name: string;
  @ApiProperty() @IsAddress('Type an e-mail address such as tove@marsh.example.') email: string;
  @IsDocument(SEARCH) search: Search;
  @ApiProperty({ enum: VISITOR_CADENCES }) @IsIn(VISITOR_CADENCES) cadence: VisitorCadence;
}

export class OwnPageBody {
  @ApiProperty() @IsBoolean() isOpen: boolean;
}
