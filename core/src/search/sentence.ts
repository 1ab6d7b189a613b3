import { METRES_PER_MILE } from '../geo/distance.js';
import { labelWithin } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import { fieldOf } from '../listing/fields.js';
import { STATUSES } from '../listing/status.js';
import type { Bound, EitherLine, FieldLine, Search } from './document.js';
import { isEither, linesOfMember } from './document.js';
import { plainNumber } from './numbers.js';
import { sayHow } from '../roads/sayTravel.js';
import { travelOf } from '../roads/travel.js';
import { labelOf, phraseOf } from './phrase.js';

const KIND_WORDS: Readonly<Record<string, string>> = {
  Residential: 'Homes for sale',
  'Residential Lease': 'Homes to rent',
  'Residential Income': 'Two to four units',
  Land: 'Land',
  Farm: 'Farms',
  'Commercial Sale': 'Commercial property',
};

const SUBTYPE_WORDS: Readonly<Record<string, string>> = {
  'Single Family Residence': 'houses',
  Townhouse: 'townhouses',
  Condominium: 'condominiums',
  'Manufactured Home': 'manufactured homes',
};

const STATUS_NAMES = new RegExp([...STATUSES].sort((a, b) => b.length - a.length).join('|'), 'g');

/** A bound as it is read in a phrase: "½ mile around Sedge station", "Mill yard". */
export function sayBound({ shape, name }: Bound): string {
  if (shape.type === 'TravelTime') {
    const minutes = `${plainNumber(shape.minutes)} ${shape.minutes === 1 ? 'minute' : 'minutes'}`;
    return `${minutes} ${shape.to ? 'of' : 'from'} ${name ?? 'a point'} ${sayHow(shape)}`;
  }
  if (shape.type !== 'Circle') return name ?? 'an area drawn';
  const distance = sayMiles(shape.radiusMeters);
  return name ? `${distance} around ${name}` : `${distance} around a point`;
}

/** Metres as miles people say: "½ mile", "1.2 miles". */
export function sayMiles(metres: number): string {
  const miles = Math.round((metres / METRES_PER_MILE) * 100) / 100;
  return `${plainNumber(miles)} ${miles <= 1 ? 'mile' : 'miles'}`;
}

/** The whole search as one spoken sentence, true to its must lines and bounds, in their order. */
export function sentenceOf(search: Search): string {
  const must = search.lines.filter((line) => line.weight !== 'nice');
  const kindLine = must.find(
    (line): line is FieldLine => !isEither(line) && line.field === 'PropertySubType' && 'anyOf' in line.is,
  );
  const named = kindLine && 'anyOf' in kindLine.is ? kindLine.is.anyOf.map((kind) => SUBTYPE_WORDS[kind] ?? kind) : [];
  const kinds = search.kinds.map((kind) => KIND_WORDS[kind] ?? kind);
  const subject =
    named.length > 0
      ? sentenceCase(listed(named, 'and'))
      : listed(
          kinds.map((kind, i) => (i === 0 ? kind : kind.toLowerCase())),
          'and',
        );
  const keepIn = search.bounds.filter(({ mode }) => mode === 'in').map(sayBound);
  const keepOut = search.bounds.filter(({ mode }) => mode === 'out').map(sayBound);
  const where = [
    keepIn.length > 0 ? `within ${listed(keepIn, 'or')}` : '',
    keepOut.length > 0 ? `but not in ${listed(keepOut, 'or')}` : '',
  ]
    .filter(Boolean)
    .join(', ');
  const lines = must.filter((line) => line !== kindLine).map((line) => (isEither(line) ? sayEither(line) : sayLine(line)));
  const nice = search.lines
    .filter((line) => line.weight === 'nice')
    .map((line) => (isEither(line) ? sayEither(line) : sayLine(line)));
  const ever = search.reach === 'all' ? ' ever listed' : '';
  const said = [`${subject}${ever}${where ? ` ${where}` : ''}`, ...lines].join(lines.length > 0 ? '; ' : '');
  return `${said}.${nice.length > 0 ? ` Would be nice: ${nice.join('; ')}.` : ''}`;
}

function sayEither({ either }: EitherLine): string {
  return `either ${listed(
    either.map((member) => linesOfMember(member).map(sayLine).join(' and ')),
    'or',
  )}`;
}

function sayLine(line: FieldLine): string {
  const phrase = phraseOf(line);
  // a place keeps its capitals
  if (travelOf(line))
    return `${phrase.replace(/,.*/, '')} ${labelOf(line).replace(/^Minutes /, '')} ${phrase.replace(/^[^,]*, /, '')}`;
  const label = labelWithin(fieldOf(line.field) as Field);
  if (line.field === 'City') return phrase.startsWith('not') ? phrase : `in ${phrase.replace(/, ([^,]*)$/, ' or $1')}`;
  if (line.field === 'Status') return phrase.replace(STATUS_NAMES, (name) => name.toLowerCase());
  if (line.field === 'ListPrice') return phrase;
  if ('yes' in line.is) return line.is.yes ? label : `${label}: no`;
  if (['BedroomsTotal', 'Baths', 'BathroomsFull'].includes(line.field)) {
    return phrase.replace(
      /^(exactly |up to |not )?([\d½¼¾.]+)(.*)$/,
      (_, before: string | undefined, n: string, after: string) =>
        `${before ?? ''}${n} ${n === '1' ? label.replace(/s$/, '') : label}${after}`,
    );
  }
  return `${label} ${phrase}`;
}

function listed(parts: readonly string[], word: string): string {
  return parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} ${word} ${parts[parts.length - 1]}`;
}

/** With a capital at its beginning. */
export function sentenceCase(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
