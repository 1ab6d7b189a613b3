import { ApiProperty } from '@nestjs/swagger';
import { IsInt, IsUrl, MaxLength, Min } from 'class-validator';
import { IsLine } from '../../common/fields.js';

export class FeedSourceBody {
  @ApiProperty()
  @MaxLength(500)
  @IsUrl(
    {
      protocols: ['http', 'https'],
      require_protocol: true,
      require_tld: false,
      allow_query_components: false,
      allow_fragments: false,
    },
    { message: 'Give the feed’s address in full, as in https://feed.example/odata.' },
  )
  address: string;

  @ApiProperty() @IsLine(2000) token: string;
}

export class TakeOutBody {
  @ApiProperty({ type: 'integer', minimum: 1, description: 'How many listings the feed was found to have no more.' })
  @IsInt()
  @Min(1)
  listings: number;
}
