import { IsDocument } from '../../common/validation.js';

/** The shape and the journey themselves are checked by core's readers; here are their envelopes. */
export class AreaBody {
  @IsDocument('shape must be a shape of type TravelTime.') shape: object;
}

export class RouteBody {
  /** from, to, one of leaveAt and arriveBy, on, by */
  @IsDocument('journey must be a journey from a place to another.') journey: object;
}
