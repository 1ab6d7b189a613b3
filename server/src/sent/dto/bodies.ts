import { ApiPropertyOptional } from '@nestjs/swagger';
import { SENT_FILTERS } from '@perambula/contract';
import type { SentFilter } from '@perambula/contract';
import { IsIn, IsUUID } from 'class-validator';
import { IsLine, MayBeLeftOut } from '../../common/fields.js';

export class SentQuery {
  @ApiPropertyOptional() @MayBeLeftOut() @IsUUID() clientId?: string;
  @ApiPropertyOptional({ enum: SENT_FILTERS }) @IsIn(SENT_FILTERS) which: SentFilter = 'all';
  @ApiPropertyOptional({ description: 'What the page before said of the older ones.' })
  @MayBeLeftOut()
  @IsLine(60)
  from?: string;
}
