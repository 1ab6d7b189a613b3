import { ApiProperty } from '@nestjs/swagger';
import { IsObject } from 'class-validator';

/** The shape and the journey themselves are checked by core's readers; here are their envelopes. */
export class AreaBody {
  @ApiProperty({ type: Object, description: 'A bound’s shape of type TravelTime.' })
  @IsObject({ message: 'shape must be a shape of type TravelTime.' })
  shape: object;
}

export class RouteBody {
  @ApiProperty({ type: Object, description: 'from, to, one of leaveAt and arriveBy, on, by.' })
  @IsObject({ message: 'journey must be a journey from a place to another.' })
  journey: object;
}
