import { ApiProperty } from '@nestjs/swagger';
import { LONGEST_WISH } from '@perambula/contract';
import { IsBoolean } from 'class-validator';
import { IsLine } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

/** The wish itself is checked by core's reader. */
export class WishedBody {
  @IsDocument('wish must be lines and bounds of a search.') wish: object;
  @ApiProperty() @IsBoolean() widens: boolean;
}

export class ProposedBody extends WishedBody {
  @ApiProperty({ maxLength: LONGEST_WISH }) @IsLine(LONGEST_WISH, 'Say what you wish.') text: string;
}
