import { ApiProperty } from '@nestjs/swagger';
import { IsLine, IsText } from '../../common/fields.js';
import { IsDocument } from '../../common/validation.js';

/** The shape itself is checked by core's reader. */
export class ShapeBody {
  @IsDocument('shape must be a shape.') shape: object;
}

export class KeptBoundBody extends ShapeBody {
  @ApiProperty() @IsLine(120, 'Give the bound a name.') name: string;
  @ApiProperty() @IsText(2000) note: string;
}
