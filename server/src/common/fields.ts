import { applyDecorators } from '@nestjs/common';
import { IsEmail, IsISO8601, IsString, Matches, MaxLength, registerDecorator, ValidateIf } from 'class-validator';
import { IANAZone } from 'luxon';

const DAY = /^\d{4}-\d{2}-\d{2}$/;
/** Control characters and halves of pairs; in longer texts line ends and tabs are none of them. */
const BROKEN_LINE = /[\p{Cc}\p{Cs}]/u;
const BROKEN_TEXT = /[^\P{Cc}\n\r\t]|\p{Cs}/u;
/** Years that a calendar of ours can mean. */
const [FIRST_YEAR, LAST_YEAR] = [1900, 2200];

/** A value that a test of one's own accepts. */
export function IsTested(test: (value: unknown) => boolean, message: string): PropertyDecorator {
  return (target, name) =>
    registerDecorator({
      name: 'isTested',
      target: target.constructor,
      propertyName: String(name),
      validator: { validate: test, defaultMessage: () => message },
    });
}

/** One line of text of some length at most, without control characters; not blank where `missing` says what is. */
export function IsLine(most: number, missing?: string): PropertyDecorator {
  return applyDecorators(
    IsTested(
      (value) => typeof value === 'string' && !BROKEN_LINE.test(value),
      '$property is one line of text, without control characters.',
    ),
    IsString(),
    MaxLength(most),
    ...notBlank(missing),
  );
}

/** Text of some length at most, which may have several lines; not blank where `missing` says what is. */
export function IsText(most: number, missing?: string): PropertyDecorator {
  return applyDecorators(
    IsTested((value) => typeof value === 'string' && !BROKEN_TEXT.test(value), '$property is text, without control characters.'),
    IsString(),
    MaxLength(most),
    ...notBlank(missing),
  );
}

function notBlank(missing: string | undefined): PropertyDecorator[] {
  return missing ? [IsTested((value) => typeof value === 'string' && value.trim() !== '', missing)] : [];
}

/** What must be there, and may be null. */
export function MayBeNull(): PropertyDecorator {
  return ValidateIf((_body, value) => value !== null);
}

/** What need not be there; null is not the same as leaving it out. */
export function MayBeLeftOut(): PropertyDecorator {
  return ValidateIf((_body, value) => value !== undefined);
}

/** A day that there is. */
export function IsDay(message: string): PropertyDecorator {
  return applyDecorators(
    Matches(DAY, { message }),
    IsTested((value) => typeof value === 'string' && isDay(value), message),
  );
}

/** A moment that a calendar can mean, in ISO 8601. */
export function IsMoment(message: string): PropertyDecorator {
  return applyDecorators(
    IsISO8601({ strict: true }, { message }),
    IsTested((value) => typeof value === 'string' && isInCalendar(Date.parse(value)), message),
  );
}

/** A time zone of the IANA database, by its name. */
export function IsZone(): PropertyDecorator {
  return IsTested(isZone, 'The time zone is one of the tz database’s, such as America/Chicago.');
}

export function isZone(value: unknown): value is string {
  return typeof value === 'string' && value.length <= 40 && IANAZone.isValidZone(value);
}

/** An address that a mail server takes. */
export function IsAddress(message: string): PropertyDecorator {
  return applyDecorators(IsEmail({ allow_utf8_local_part: false }, { message }), MaxLength(254));
}

function isDay(text: string): boolean {
  const at = Date.parse(`${text}T00:00:00Z`);
  return isInCalendar(at) && new Date(at).toISOString().startsWith(text);
}

function isInCalendar(at: number): boolean {
  return at >= Date.UTC(FIRST_YEAR, 0) && at < Date.UTC(LAST_YEAR, 0);
}
