import { ApiProperty } from '@nestjs/swagger';
import { MOST_HOUSEHOLDS } from '@perambula/contract';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsIn, IsObject, ValidateNested } from 'class-validator';
import { NewClientBody } from '../../clients/index.js';
import { IsText } from '../../common/fields.js';

export class HouseholdBody extends NewClientBody {
  @ApiProperty() @IsText(20_000) notes: string;
}

export class TakeContactsBody {
  @ApiProperty({ type: [HouseholdBody] })
  @IsArray()
  @ArrayMaxSize(MOST_HOUSEHOLDS)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => HouseholdBody)
  households: HouseholdBody[];
}

export class ContactsQuery {
  @ApiProperty({ enum: ['vcard', 'csv'] }) @IsIn(['vcard', 'csv']) as: 'vcard' | 'csv';
}
