import type { Is } from '../search/document.js';
import { COUNT, MONEY, numberOf } from './amounts.js';
import type { Matcher, SpokenMatch } from './matcher.js';

const LEAST = String.raw`(?:at least|(?:a )?min(?:imum)?(?: of)?|no (?:fewer|less) than|not (?:fewer|less) than|from|starting at|>=|≥)`;
const MOST = String.raw`(?:at most|(?:a )?max(?:imum)?(?: of)?|no more than|not more than|not over|up to|<=|≤|tops)`;
const ABOVE = String.raw`(?:more than|over|above|bigger than|larger than|greater than|>)`;
const BELOW = String.raw`(?:less than|fewer than|under|below|smaller than|cheaper than|<)`;
const OR_MORE = String.raw`(?:\s*\+|\s*(?:or|and) (?:more|up|over|better|larger|bigger)|\s*plus|\s*minimum|\s*at least)`;
const OR_LESS = String.raw`(?:\s*(?:or|and) (?:less|fewer|under|below|smaller|cheaper)|\s*max(?:imum)?|\s*at most|\s*tops)`;

interface Quantity {
  readonly field: string;
  readonly noun: string;
  /** Whether things are counted: more than three is then four or more. */
  readonly counted?: boolean;
}

const QUANTITIES: readonly Quantity[] = [
  { field: 'BedroomsTotal', noun: '(?:bed ?rooms?|beds?|brs?|bds?)', counted: true },
  // before half baths: one and a half baths are not between one and a half bath
  { field: 'Baths', noun: '(?:bath ?rooms?|baths?|bas?)' },
  { field: 'BathroomsFull', noun: 'full (?:bath ?rooms?|baths?)', counted: true },
  { field: 'BathroomsHalf', noun: 'half (?:bath ?rooms?|baths?)', counted: true },
  { field: 'LivingArea', noun: '(?:sq\\.? ?ft\\.?|sqft|square f(?:ee|oo)t)(?: of living (?:area|space))?' },
  { field: 'LotSizeAcres', noun: '(?:acres?|ac)(?: of land| lot)?' },
  { field: 'StoriesTotal', noun: '(?:stor(?:y|ies)|floors?|levels?)', counted: true },
  { field: 'GarageSpaces', noun: '(?:cars? garage|garage spaces?|car spaces? in a garage)', counted: true },
  { field: 'ParkingTotal', noun: '(?:parking (?:spaces?|spots?|places?))', counted: true },
  { field: 'FireplacesTotal', noun: 'fire ?places?', counted: true },
  { field: 'NumberOfUnitsTotal', noun: '(?:units?|apartments in (?:it|the building))', counted: true },
  { field: 'RoomsTotal', noun: 'rooms', counted: true },
  { field: 'PhotosCount', noun: '(?:pictures|photos)', counted: true },
];

function quantity({ field, noun, counted = false }: Quantity): Matcher[] {
  const one = (pattern: string, make: (n: number) => Is, invert: (n: number) => Is): Matcher => ({
    pattern,
    add: ({ match, not, builder }) => builder.add(field, (not ? invert : make)(numberOf(match[1] as string))),
  });
  const step = counted ? 1 : 0;
  const atLeast = (n: number): Is => ({ atLeast: n });
  const atMost = (n: number): Is => ({ atMost: n });
  const c = `(${COUNT})`;
  const gap = '[ -]*';
  return [
    one(`${LEAST} ${c}${gap}${noun}`, atLeast, (n) => atMost(n - step)),
    one(`${ABOVE} ${c}${gap}${noun}`, (n) => atLeast(n + step), atMost),
    one(`${MOST} ${c}${gap}${noun}`, atMost, (n) => atLeast(n + step)),
    one(`${BELOW} ${c}${gap}${noun}`, (n) => atMost(n - step), atLeast),
    one(
      `(?:exactly|just|only) ${c}${gap}${noun}`,
      (equals) => ({ equals }),
      (not) => ({ not }),
    ),
    one(`${c}${OR_LESS}${gap}${noun}`, atMost, (n) => atLeast(n + step)),
    one(`${c}${gap}${noun}${OR_LESS}`, atMost, (n) => atLeast(n + step)),
    one(`${c}${OR_MORE}?${gap}${noun}${OR_MORE}?`, atLeast, (n) => ({ not: n })),
    {
      pattern: `(?:between )?${c}\\s*(?:to|-|–|and|or)\\s*${c}${gap}${noun}`,
      add: ({ match, not, builder }) => {
        const [low, high] = [numberOf(match[1] as string), numberOf(match[2] as string)];
        if (not || low > high) return false;
        builder.add(field, { between: [low, high] });
      },
    },
  ];
}

/** A bare number that makes no sense as a price is thousands, as wherever a price is typed. */
const LEAST_PRICE = 10_000;

function price(text: string, per: string | undefined): number {
  const amount = numberOf(text);
  return per === undefined && amount < LEAST_PRICE && !/[km]|thousand|million|grand/.test(text) ? amount * 1000 : amount;
}

const RENT = String.raw`(\s*(?:a|per|/)\s*month|\s*monthly|/mo)?`;

function askFor({ match, not, builder }: SpokenMatch, make: (n: number) => Is, invert: (n: number) => Is): void {
  const [, amount = '', per] = match;
  if (per) builder.addKind('Residential Lease');
  builder.add('ListPrice', (not ? invert : make)(price(amount, per)));
}

const atLeast = (n: number): Is => ({ atLeast: n });
const atMost = (n: number): Is => ({ atMost: n });

const PRICES: readonly Matcher[] = [
  { pattern: `(?:${MOST}|${BELOW})\\s*(${MONEY})${RENT}`, add: (said) => askFor(said, atMost, atLeast) },
  { pattern: `(?:${LEAST}|${ABOVE})\\s*(${MONEY})${RENT}`, add: (said) => askFor(said, atLeast, atMost) },
  { pattern: `(${MONEY})${RENT}${OR_LESS}`, add: (said) => askFor(said, atMost, atLeast) },
  { pattern: `(${MONEY})${RENT}${OR_MORE}`, add: (said) => askFor(said, atLeast, atMost) },
  {
    pattern: `(?:about|around|roughly|some)\\s*(${MONEY})${RENT}`,
    add: (said) =>
      askFor(
        said,
        (n) => ({ between: [Math.round(n * 0.9), Math.round(n * 1.1)] }),
        (not) => ({ not }),
      ),
  },
  // alone, only what can be nothing but money
  {
    pattern: `(\\$\\s*\\d[\\d,]*(?:\\.\\d+)?(?:\\s*(?:k|m|thousand|million))?|\\d[\\d,]*(?:\\.\\d+)?\\s*(?:k|thousand|million|grand)\\b)${RENT}`,
    add: (said) => askFor(said, atMost, atLeast),
  },
  {
    pattern: `(?:between |from )?(${MONEY})\\s*(?:to|-|–|and)\\s*(${MONEY})${RENT}`,
    add: ({ match, not, builder }) => {
      const [, low = '', high = '', per] = match;
      const scale = /\s*(?:k|m|thousand|million|grand)$/.exec(high)?.[0] ?? '';
      const [from, to] = [price(/[a-z]$/.test(low) ? low : low + scale, per), price(high, per)];
      if (not || from > to) return false;
      if (per) builder.addKind('Residential Lease');
      builder.add('ListPrice', { between: [from, to] });
    },
  },
];

const money = (pattern: string, field: string): Matcher => ({
  pattern,
  add: ({ match, not, builder }) =>
    builder.add(field, not ? { atLeast: numberOf(match[1] as string) } : { atMost: numberOf(match[1] as string) }),
});

const LIMIT = `(?:\\s*(?:of )?(?:${MOST}|${BELOW}))?\\s*`;

const PER_MONTH = '(?: (?:a|per|each|every) month| monthly)';

const COSTS: readonly Matcher[] = [
  money(`(?:monthly (?:costs?|payments?)|payments?|costs? (?:a|per) month)${LIMIT}(${MONEY})${PER_MONTH}?`, 'MonthlyCost'),
  money(`(?:costs?|costing)${LIMIT}(${MONEY})${PER_MONTH}`, 'MonthlyCost'),
  money(`(?:hoa|association|condo)(?: fees?| dues)?${LIMIT}(${MONEY})${PER_MONTH}?`, 'FeePerMonth'),
  {
    pattern: `(?:hoa|association|condo)(?: fees?| dues)?\\s*${ABOVE}\\s*(${MONEY})${PER_MONTH}?`,
    add: ({ match, not, builder }) => builder.add('FeePerMonth', (not ? atMost : atLeast)(numberOf(match[1] as string))),
  },
  money(`(?:fees?|dues)${LIMIT}(${MONEY})${PER_MONTH}?`, 'FeePerMonth'),
  money(`(?:property )?tax(?:es)?${LIMIT}(${MONEY})(?: (?:a|per) year| yearly)?`, 'TaxAnnualAmount'),
  money(`(?:${MOST}|${BELOW})\\s*(${MONEY})\\s*(?:a|per|/)\\s*(?:sq\\.? ?ft\\.?|square foot)`, 'PricePerSquareFoot'),
];

const YEARS: readonly Matcher[] = [
  { pattern: '(?:built|construction|year built) (?:after|since|from)|newer than', make: (n: number): Is => ({ atLeast: n }) },
  { pattern: '(?:built|construction|year built) (?:before|until|up to)|older than', make: (n: number): Is => ({ atMost: n }) },
  { pattern: '(?:built|year built)(?: in)?', make: (n: number): Is => ({ equals: n }) },
].map(({ pattern, make }) => ({
  pattern: `(?:${pattern}) (1[789]\\d\\d|20\\d\\d)(?!s)`,
  add: ({ match, builder }) => builder.add('YearBuilt', make(Number(match[1]))),
}));

const DECADE: Matcher = {
  pattern: '(?:built )?(?:in )?(?:the )?(1[789]\\d0|20\\d0)s',
  add: ({ match, builder }) => builder.add('YearBuilt', { between: [Number(match[1]), Number(match[1]) + 9] }),
};

const GARAGE_FOR: Matcher = {
  pattern: `garage for (${COUNT})(?: cars?)?`,
  add: ({ match, builder }) => builder.add('GarageSpaces', { atLeast: numberOf(match[1] as string) }),
};

/** Numbers, prices, years and what can be counted. */
export const QUANTITY_MATCHERS: readonly Matcher[] = [
  ...QUANTITIES.flatMap(quantity),
  ...PRICES,
  ...COSTS,
  ...YEARS,
  DECADE,
  GARAGE_FOR,
];
