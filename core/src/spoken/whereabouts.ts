import { METRES_PER_MILE } from '../geo/distance.js';
import { wordsOf } from '../text/words.js';
import { COUNT, numberOf } from './amounts.js';
import type { Gazetteer, Matcher } from './matcher.js';

/** What "near" means when no distance is said. */
const NEAR_MILES = 0.5;
const FEET_PER_MILE = 5280;

/** Fields whose values are named as they are, with what may stand before or after them. */
const NAMED: readonly (readonly [field: string, before: string, after: string])[] = [
  ['City', '(?:in |town of )?', ''],
  ['SubdivisionName', '(?:in |district of )?', '(?: district| neighborhood)?'],
  ['PostalCode', '(?:in )?(?:zip(?: code)? |postal code )?', ''],
  ['ElementarySchool', '(?:zoned for |near )?', '(?: school)?'],
  ['MiddleOrJuniorSchool', '(?:zoned for )?', '(?: school)?'],
  ['HighSchool', '(?:zoned for )?', '(?: school)?'],
  ['BuildingName', '(?:in )?(?:the )?', '(?: building)?'],
  ['ListOfficeName', '(?:listed )?(?:by |with )', ''],
  ['ListAgentFullName', '(?:listed )?(?:by |with )', ''],
];

const MILES = `(?:(?:with)?in |less than |up to )?(${COUNT})[ -]*(miles?|mi|feet|ft|blocks?)(?: away)?`;

/** What `MILES` matched, in miles; null when it is no distance in a county. */
function milesOf([, count = '', unit = '']: RegExpExecArray): number | null {
  const miles = numberOf(count) / (/^f/.test(unit) ? FEET_PER_MILE : /^b/.test(unit) ? 20 : 1);
  return miles > 0 && miles < 100 ? miles : null;
}

const ANY = '(?:the |a |an |any )?(?:nearest )?';
/** Distances to the nearest of a kind, whichever that is; a short walk is half a mile, ten minutes at three miles an hour. */
const NEAREST: readonly Matcher[] = [
  ['MilesToShore', '(?:shore|coast|sea|water|ocean)'],
  ['MilesToStation', '(?:train |rail |railway )?stations?'],
].flatMap(([field = '', noun = '']): Matcher[] => [
  {
    pattern: `${MILES} (?:of|from|to) ${ANY}${noun}`,
    add: ({ match, not, builder }) => {
      const miles = milesOf(match);
      if (miles === null) return false;
      const hundredths = Math.round(miles * 100) / 100;
      builder.add(field, not ? { atLeast: hundredths } : { atMost: hundredths });
    },
  },
  {
    pattern: `(?:near|close to|by|(?:a )?(?:short |easy )?walk(?:ing distance)? (?:to|from|of)) ${ANY}${noun}`,
    add: ({ not, builder }) => builder.add(field, not ? { atLeast: NEAR_MILES } : { atMost: NEAR_MILES }),
  },
]);

const literal = (text: string): string => wordsOf(text).join('[^a-z0-9]+');

/** Kept bounds, towns, districts, schools and offices by their names; places with a distance about them; streets; words in remarks. */
export function whereaboutsMatchers({ choices, places, areas = [] }: Gazetteer): Matcher[] {
  return [
    ...areas
      .filter(({ name }) => wordsOf(name).length > 0)
      .map((area): Matcher => ({
        pattern: `(?:(?:with)?in |inside (?:of )?|by )?(?:the )?${literal(area.name)}`,
        add: ({ not, builder }) => builder.addArea(not ? 'out' : 'in', area),
      })),
    ...NAMED.flatMap(([field, before, after]) =>
      (choices[field] ?? [])
        .filter((value) => wordsOf(value).length > 0)
        .map((value): Matcher => ({
          pattern: `${before}${literal(value)}${after}`,
          add: ({ not, builder }) => builder.add(field, not ? { noneOf: [value] } : { anyOf: [value] }),
        })),
    ),
    ...places
      .filter(({ name }) => wordsOf(name).length > 0)
      .flatMap(({ name, at }): Matcher[] => {
        const place = `(?:the )?${literal(name)}`;
        return [
          {
            pattern: `${MILES} (?:of|from|around|to) ${place}`,
            add: ({ match, not, builder }) => {
              const miles = milesOf(match);
              if (miles === null) return false;
              builder.addCircle(not ? 'out' : 'in', name, at, miles * METRES_PER_MILE);
            },
          },
          {
            pattern: `(?:near|close to|around|next to|by) ${place}`,
            add: ({ not, builder }) => builder.addCircle(not ? 'out' : 'in', name, at, NEAR_MILES * METRES_PER_MILE),
          },
        ];
      }),
    ...NEAREST,
    STREET,
    MENTIONS,
  ];
}

const SUFFIX =
  'st(?:reet)?|ave(?:nue)?|r(?:oa)?d|lane|ln|dr(?:ive)?|c(?:our)?t|pl(?:ace)?|ter(?:race)?|way|blvd|boulevard|circle|cir|trail|trl|loop|alley|aly|row|ridge|run';

const STREET: Matcher = {
  pattern: `on ((?:[a-z0-9’'-]+ ){1,3}(?:${SUFFIX})\\b\\.?)`,
  add: ({ match, not, builder }) => {
    if (not) return false;
    builder.add('StreetName', { sameStreet: (match[1] as string).replace(/\.$/, '') });
  },
};

const MENTIONS: Matcher = {
  pattern:
    '(?:(does(?: not|n[’\']t) |not )?mention(?:s|ing|ed)?|says?|with the words?|remarks (?:say|mention)) (?:the words? )?["“]?([^,;.“”"]+)["”]?',
  add: ({ match, not, builder }) => {
    const words = (match[2] as string)
      .trim()
      .split(/\s+(?:or|and)\s+/)
      .filter(Boolean);
    if (words.length === 0) return false;
    const all = /\sand\s/.test(match[2] as string);
    builder.add('PublicRemarks', { words: not || match[1] ? { noneOf: words } : all ? { allOf: words } : { anyOf: words } });
  },
};
