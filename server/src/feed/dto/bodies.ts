import { applyDecorators } from '@nestjs/common';
import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsInt, IsUrl, MaxLength, Min } from 'class-validator';
import { IsLine, IsTested, MayBeLeftOut } from '../../common/fields.js';
import { BROUGHT_FIELDS } from '../readRecord.js';

const MOST_NAMES = 300;

function IsServiceAddress(message: string): PropertyDecorator {
  const options = {
    protocols: ['http', 'https'],
    require_protocol: true,
    require_tld: false,
    allow_query_components: false,
    allow_fragments: false,
  };
  return applyDecorators(MaxLength(500), IsUrl(options, { message }));
}

/** A feed by its address, and how it is opened: by a token, or by a client and its secret at an address for tokens. */
export class FeedSourceBody {
  @ApiProperty()
  @IsServiceAddress('Give the feed’s address in full, as in https://feed.example/odata.')
  address: string;

  @ApiPropertyOptional({ description: 'Needed where no tokenUrl is given.' }) @MayBeLeftOut() @IsLine(2000) token?: string;

  @ApiPropertyOptional({ description: 'Where tokens are given (OAuth 2 client credentials, RFC 6749).' })
  @MayBeLeftOut()
  @IsServiceAddress('Give the address for tokens in full, as in https://feed.example/token.')
  tokenUrl?: string;

  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(500) clientId?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(2000) clientSecret?: string;
  @ApiPropertyOptional() @MayBeLeftOut() @IsLine(500) scope?: string;

  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: { type: 'string' },
    description: 'By the feed’s name of a field, the RESO Data Dictionary’s.',
  })
  @MayBeLeftOut()
  @IsTested(areNames, 'Each of the feed’s fields is given a name of the RESO Data Dictionary that is kept here.')
  names?: Record<string, string>;
}

function areNames(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const names = Object.entries(value);
  return (
    names.length <= MOST_NAMES && names.every(([theirs, ours]) => theirs.length <= 100 && BROUGHT_FIELDS.has(ours as string))
  );
}

export class TakeOutBody {
  @ApiProperty({ type: 'integer', minimum: 1, description: 'How many listings the feed was found to have no more.' })
  @IsInt()
  @Min(1)
  listings: number;
}
