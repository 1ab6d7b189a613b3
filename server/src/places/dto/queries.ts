import { ApiProperty } from '@nestjs/swagger';
import { IsLine } from '../../common/fields.js';

export class AddressQuery {
  @ApiProperty({ description: 'A house number and the beginning of its street, however spelled.' })
  @IsLine(120, 'Say which address is sought.')
  sought: string;
}
