/** Every error code the server answers with, its HTTP status, and what it means; docs/errors.md lists the same. */
export const ERRORS = {
  'request.invalid': { status: 422, means: 'A value in the request is missing, unknown or wrong; details.path says which.' },
  'request.unreadable': { status: 422, means: 'The body is not JSON.' },
  'request.tooLarge': { status: 413, means: 'The body is larger than 1 MB, or a file of listings than 20 MB.' },
  'request.tooMany': { status: 429, means: 'Too many tries in a short time; wait a minute.' },
  'request.conflict': { status: 409, means: 'The same was changed in the same moment from elsewhere; look again and repeat it.' },
  'request.tooHeavy': {
    status: 503,
    means: 'The request takes more time than one may; details.part says which part of it does.',
  },
  'request.media': { status: 415, means: 'The body is of a type, an encoding or a character set that is not taken here.' },
  'agent.role': { status: 403, means: 'Only an administrator of the office may do this.' },
  'file.unreadable': { status: 422, means: 'The file of listings as a whole cannot be read.' },
  'feed.unreadable': { status: 422, means: 'The feed named does not answer as a RESO Web API; the message says what it did.' },
  'listing.own': { status: 409, means: 'The listing is of an agent’s own file, which nobody else may be told of.' },
  'feed.changed': { status: 409, means: 'The feed no longer has other listings than those that were agreed to be taken out.' },
  'feed.busy': { status: 409, means: 'The feed is being read for the first time and cannot be changed meanwhile.' },
  'search.invalid': { status: 422, means: 'The search document is wrong at details.path.' },
  'search.changed': { status: 409, means: 'The search was saved elsewhere meanwhile; details.current holds that version.' },
  'session.wrong': { status: 401, means: 'No agent has this e-mail address with this password.' },
  'session.code': { status: 403, means: 'It is not the code for the first account, or there is an account already.' },
  'session.missing': { status: 401, means: 'Nobody is signed in, or the sign-in has run out.' },
  'origin.foreign': { status: 403, means: 'The request comes from a page of another origin.' },
  'thing.missing': { status: 404, means: 'It does not exist, or it is not yours.' },
  'link.expired': { status: 404, means: 'The link is not known, has run out or was withdrawn.' },
  'code.wrong': { status: 409, means: 'It is not the code that was mailed last.' },
  'code.over': {
    status: 409,
    means: 'No mailed code waits for an answer: it was used, has run out, or was guessed at too often.',
  },
  'address.known': { status: 409, means: 'The person has this e-mail address already.' },
  'address.stopped': { status: 409, means: 'The person has stopped all messages; only they can start them again.' },
  'address.confirmed': { status: 409, means: 'The address is confirmed already.' },
  'address.asked': { status: 409, means: 'The person was asked to confirm their address too lately, or often enough.' },
  'alert.noAddress': { status: 409, means: 'The client has no confirmed e-mail address, so an alert could not be sent.' },
  'alert.notRunning': { status: 409, means: 'The search’s alert has not begun, or does not run now.' },
  'alert.emptyMessage': { status: 409, means: 'The held message would tell no home at all; throw it away instead.' },
  'alert.running': { status: 409, means: 'The search’s alert is running; stop it first.' },
  'client.visitAhead': { status: 409, means: 'A visit of the client’s is still to come; cancel it first.' },
  'message.notAgain': { status: 409, means: 'The message is of a kind, or in a state, that is not sent again.' },
  'choice.doubtful': {
    status: 409,
    means: 'Something speaks against a home that is to be sent or printed for a client; details.listingKey names it.',
  },
  'agreement.missing': { status: 409, means: 'The client has no signed buyer agreement for the day; details say how to go on.' },
  'showing.tooEarly': { status: 409, means: 'A Coming Soon home takes no showings before its date.' },
  'showing.notAgreed': { status: 409, means: 'The showing is not agreed with the listing office, so it is not sent as one.' },
  'showing.nobody': { status: 409, means: 'The listing names no e-mail address of its agent, who could be asked.' },
  'showing.noOffer': { status: 409, means: 'The showing waits for no answer, or offers no time that could be taken.' },
  'showing.past': { status: 422, means: 'The time proposed is past.' },
  'round.full': { status: 409, means: 'A round holds twenty homes at most.' },
  'roads.offRoad': { status: 422, means: 'The place lies too far from every road.' },
  'bound.named': { status: 409, means: 'Another bound that the agent keeps has this name.' },
  'roads.noWay': { status: 422, means: 'No way leads from the one place to the other.' },
  'mail.refused': { status: 502, means: 'The mail server does not take a message; the message says why.' },
  'records.away': { status: 503, means: 'The public record or a listing’s documents cannot be reached just now.' },
  'server.failed': { status: 500, means: 'Something failed that should not; it is in the log.' },
} as const satisfies Readonly<Record<string, { status: number; means: string }>>;

export type ErrorCode = keyof typeof ERRORS;

/** The body of every error. */
export interface ErrorBody {
  readonly code: ErrorCode;
  /** What was wrong and what to do, in a sentence for people. */
  readonly message: string;
  readonly details: Readonly<Record<string, unknown>>;
}
