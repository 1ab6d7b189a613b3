import { ApiProperty } from '@nestjs/swagger';
import { CHOICE_FORMS } from '@perambula/contract';
import type { ChoiceForm } from '@perambula/contract';
import { ArrayMaxSize, ArrayMinSize, ArrayUnique, IsArray, IsIn, IsString, MaxLength } from 'class-validator';
import { IsLine } from '../../common/fields.js';

/** As many as one message or handout has. */
export class HomesToHandOut {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(30)
  @ArrayUnique()
  @IsString({ each: true })
  @MaxLength(60, { each: true })
  listingKeys: string[];

  @ApiProperty({ enum: CHOICE_FORMS }) @IsIn(CHOICE_FORMS) form: ChoiceForm;
}

export class HandoutBody extends HomesToHandOut {
  @ApiProperty() @IsLine(200, 'Give it a title.') title: string;
}
