import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsBoolean, IsIn, IsUUID } from 'class-validator';
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

export class RequestTokenBody {
  @ApiProperty() @IsLine(100) token: string;
}

export class OfficeAnswerBody extends RequestTokenBody {
  @ApiProperty({ enum: ['confirmed', 'refused'] })
  @IsIn(['confirmed', 'refused'], { message: 'The answer is “confirmed” or “refused”.' })
  answer: 'confirmed' | 'refused';
  @ApiProperty() @IsText(200) note: string;
}
