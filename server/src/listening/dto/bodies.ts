import { ApiProperty } from '@nestjs/swagger';
import { IsLine } from '../../common/fields.js';

export class AsideBody {
  @ApiProperty() @IsLine(160) key: string;
}
