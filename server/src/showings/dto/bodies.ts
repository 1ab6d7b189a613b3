import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsBoolean, IsUUID } from 'class-validator';
import { IsLine, IsMoment, IsText, MayBeLeftOut } from '../../common/fields.js';

export class NewShowingBody {
  @ApiProperty() @IsUUID() clientId: string;
  @ApiProperty() @IsLine(60) listingKey: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(500) wish?: string;
}

export class TimeBody {
  @ApiProperty()
  @IsMoment('The time is a date and time such as 2026-04-18T10:00:00-04:00.')
  startAt: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsBoolean() withoutAgreement?: boolean;
}
