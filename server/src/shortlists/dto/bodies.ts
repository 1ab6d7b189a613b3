import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { STAGES } from '@perambula/contract';
import type { Stage } from '@perambula/contract';
import { ArrayMaxSize, ArrayUnique, IsArray, IsBoolean, IsIn, IsString, IsUUID, MaxLength } from 'class-validator';
import { IsLine, IsText, MayBeLeftOut, MayBeNull } from '../../common/fields.js';

const A_NAME = 'Give the shortlist a name.';

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
  /** Null for one of the agent's own. */
  @ApiProperty({ type: String, nullable: true }) @MayBeNull() @IsUUID() clientId: string | null;
  @ApiProperty() @IsLine(120, A_NAME) name: string;
}

export class ItemBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(2000) note?: string;
  @ApiPropertyOptional({ enum: STAGES }) @MayBeLeftOut() @IsIn(STAGES) stage?: Stage;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(300) why?: string;
}

export class ShortlistBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(120, A_NAME) name?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsBoolean() archived?: boolean;
  @ApiPropertyOptional() @MayBeLeftOut() @IsUUID() clientId?: string;
}

export class ShortlistNameBody {
  @ApiProperty() @IsLine(120, A_NAME) name: string;
}

export class OtherShortlistBody {
  @ApiProperty() @IsUUID() otherId: string;
}

export class SharingBody {
  @ApiProperty() @IsBoolean() shared: boolean;
}

export class OrderBody {
  @ApiProperty({ type: [String] }) @IsArray() @ArrayMaxSize(1000) @IsUUID(undefined, { each: true }) itemIds: string[];
}
