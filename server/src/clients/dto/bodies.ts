import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsEmail,
  IsISO8601,
  IsNotEmpty,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

export class PersonBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Type the person’s name.' }) @MaxLength(120) name: string;
  @ApiProperty()
  @IsEmail({}, { message: 'Type an e-mail address such as amara@lindqvist.example.' })
  @MaxLength(254)
  email: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(40) phone?: string;
}

export class NewClientBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Type the client’s name.' }) @MaxLength(120) name: string;
  @ApiProperty({ type: [PersonBody] })
  @IsArray()
  @ArrayMaxSize(10)
  @ValidateNested({ each: true })
  @Type(() => PersonBody)
  people: PersonBody[];
}

export class AgreementBody {
  @ApiProperty() @Matches(DAY, { message: 'The agreement’s first day is a date such as 2026-04-01.' }) @IsISO8601() from: string;
  @ApiProperty() @Matches(DAY, { message: 'The agreement’s last day is a date such as 2026-09-30.' }) @IsISO8601() until: string;
  @ApiProperty() @IsString() @MaxLength(200) scope: string;
}

export class ChangeClientBody {
  @ApiPropertyOptional() @IsOptional() @IsString() @IsNotEmpty() @MaxLength(120) name?: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(20_000) notes?: string;
  @ApiPropertyOptional({ type: AgreementBody })
  @IsOptional()
  @ValidateNested()
  @Type(() => AgreementBody)
  agreement?: AgreementBody | null;
}

export class NewTaskBody {
  @ApiProperty() @IsString() @IsNotEmpty({ message: 'Type what there is to do.' }) @MaxLength(300) text: string;
  @ApiPropertyOptional() @IsOptional() @IsUUID() clientId?: string;
  @ApiPropertyOptional() @IsOptional() @Matches(DAY, { message: 'The day is a date such as 2026-04-18.' }) dueOn?: string;
}

export class TickBody {
  @ApiProperty() @IsBoolean() done: boolean;
}

export class ConfirmBody {
  @ApiProperty() @IsString() @MaxLength(100) token: string;
}
