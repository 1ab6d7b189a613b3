import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { STAGES } from '@perambula/contract';
import type { Stage } from '@perambula/contract';
import { ArrayMaxSize, ArrayUnique, IsArray, IsIn, IsNotEmpty, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator';

export class KeysBody {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMaxSize(200)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  listingKeys: string[];
}

export class NewShortlistBody extends KeysBody {
  @ApiProperty() @IsUUID() clientId: string;
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Give the shortlist a name.' }) @MaxLength(120) name: string;
}

export class ItemBody {
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(2000) note?: string;
  @ApiPropertyOptional({ enum: STAGES }) @IsOptional() @IsIn(STAGES) stage?: Stage;
}

export class OrderBody {
  @ApiProperty({ type: [String] }) @IsArray() @ArrayMaxSize(1000) @IsUUID(undefined, { each: true }) itemIds: string[];
}
