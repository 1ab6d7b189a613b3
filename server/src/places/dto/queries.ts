import { ApiProperty } from '@nestjs/swagger';
import { IsNotEmpty, IsString, MaxLength } from 'class-validator';

export class AddressQuery {
  @ApiProperty({ description: 'A house number and the beginning of its street, however spelled.' })
  @IsString()
  @IsNotEmpty({ message: 'Say which address is sought.' })
  @MaxLength(120)
  sought: string;
}
