import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsBoolean, IsISO8601, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator';

export class NewShowingBody {
  @ApiProperty() @IsUUID() clientId: string;
  @ApiProperty() @IsString() @MaxLength(60) listingKey: string;
  @ApiPropertyOptional() @IsOptional() @IsString() @MaxLength(500) wish?: string;
}

export class TimeBody {
  @ApiProperty()
  @IsISO8601({ strict: true }, { message: 'The time is a date and time such as 2026-04-18T10:00:00-04:00.' })
  startAt: string;
  @ApiPropertyOptional() @IsOptional() @IsBoolean() withoutAgreement?: boolean;
}
