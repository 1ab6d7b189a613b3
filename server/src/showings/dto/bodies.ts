import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { OFFICE_ANSWERS } from '@perambula/contract';
import type { OfficeAnswer } from '@perambula/contract';
import { IsBoolean, IsIn, IsUUID } from 'class-validator';
import { IsLine, IsMoment, IsText, MayBeLeftOut } from '../../common/fields.js';

const A_MOMENT = 'The time is a date and time such as 2026-04-18T10:00:00-04:00.';

export class NewShowingBody {
  @ApiProperty() @IsUUID() clientId: string;
  @ApiProperty() @IsLine(60) listingKey: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsText(500) wish?: string;
}

/** Whether a home is shown to somebody who has signed no buyer agreement for that day. */
export class WithoutAgreementBody {
  @ApiPropertyOptional() @MayBeLeftOut() @IsBoolean() withoutAgreement?: boolean;
}

export class TimeBody extends WithoutAgreementBody {
  @ApiProperty() @IsMoment(A_MOMENT) startAt: string;
}

export class RequestTokenBody {
  @ApiProperty() @IsLine(100) token: string;
}

export class SaidBody {
  @ApiProperty({ enum: OFFICE_ANSWERS })
  @IsIn(OFFICE_ANSWERS, { message: `The answer is one of: ${OFFICE_ANSWERS.join(', ')}.` })
  answer: OfficeAnswer;
  @ApiProperty() @IsText(200) note: string;
  @ApiPropertyOptional()
  @MayBeLeftOut()
  @IsMoment(A_MOMENT)
  offeredAt?: string;
}

export class OfficeAnswerBody extends SaidBody {
  @ApiProperty() @IsLine(100) token: string;
}
