import { ApiProperty } from '@nestjs/swagger';
import { IsNotEmpty, IsObject, IsString, MaxLength } from 'class-validator';

/** The shape itself is checked by core's reader. */
export class ShapeBody {
  @ApiProperty({ type: Object }) @IsObject({ message: 'shape must be a shape.' }) shape: object;
}

export class KeptBoundBody extends ShapeBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Give the bound a name.' }) @MaxLength(120) name: string;
  @ApiProperty() @IsString() @MaxLength(2000) note: string;
}
