import { lonLat } from '../ground.js';
import type { Point } from '../ground.js';
import { atLeast, atMost, noneOf, oneOf } from './wishes.js';
import type { Wish } from './wishes.js';

/** How somebody goes about it. Shares are from 0 to 1. */
export interface Temper {
  /** Of messages those that they open, and after how many waking hours, from and to. */
  readonly opens: number;
  readonly opensAfter: readonly [number, number];
  /** Of homes seen those that they say something of, and of these those with a note. */
  readonly says: number;
  readonly writes: number;
  /** Of homes liked those that they ask to see. */
  readonly asks: number;
  /** Of homes liked those about which they write to the agent. */
  readonly wonders: number;
  /** The day, counted from when they first were written to, from which they want to hear weekly. */
  readonly weeklyFrom?: number;
  /** Whether they come back, evening after evening, to the home that they liked last. */
  readonly returns?: boolean;
  /** The day, counted from when they first were written to, from which they open nothing more. */
  readonly quietFrom?: number;
  /** The day from which they want no more messages, counted likewise. */
  readonly stopsOn?: number;
  /** They do not press the button that confirms their address. */
  readonly neverConfirms?: boolean;
  /** They let the others of their household see what they say of homes. */
  readonly shares?: boolean;
  /** They do not want their visits counted. */
  readonly uncounted?: boolean;
}

export interface CountyPerson {
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  /** Where it is not the county's. */
  readonly timeZone?: string;
  readonly temper: Temper;
  /** What they look for themselves, told to the agent or not. */
  readonly wishes: readonly Wish[];
  /** From so many days after the first message on they would have their search otherwise, and say so once. */
  readonly wouldChange?: {
    readonly from: number;
    readonly text: string;
    readonly wish: { readonly lines: readonly object[]; readonly bounds: readonly object[] };
    readonly widens: boolean;
  };
  /** Their mailbox is full: it takes nothing from so many days on after the first message. */
  readonly mailboxFullFrom?: number;
}

export type Cadence = 'atOnce' | 'eachMorning' | 'morningAndEvening' | 'weekly' | 'everyTwoWeeks' | 'monthly';

/** A search as the agent saves it (version 1 of the document). */
export interface SearchDocument {
  readonly version: 1;
  readonly kinds: readonly string[];
  readonly lines: readonly { readonly id: string; readonly field: string; readonly is: object }[];
  readonly bounds: readonly object[];
  readonly order: readonly object[];
}

/** An answer to what the agent asks of them when they first talk. */
export interface Answer {
  readonly question: 'must' | 'nice' | 'by' | 'paid' | 'place';
  /** Which of the household's people gives it; left out, all of them. */
  readonly who?: number;
  readonly words: string;
  readonly line?: object;
  /** How many days after the talk. */
  readonly dayAfter?: number;
}

export interface Household {
  readonly name: string;
  readonly agent: 'juno' | 'silas';
  /** How many days before the agents' part ends they come to the agent; those of longer ago than it lasts come at its beginning. */
  readonly cameBefore: number;
  readonly people: readonly CountyPerson[];
  readonly notes: string;
  /** Whether they have signed a buyer agreement. */
  readonly agreed: boolean;
  readonly search: { readonly name: string; readonly document: SearchDocument } | null;
  readonly cadence: Cadence | null;
  /** What they say that they need. */
  readonly needs?: readonly Answer[];
  /** They come to the agent's page themselves, and ask there for the homes of their search. */
  readonly comesByPage?: boolean;
}

const EAGER: Temper = { opens: 0.97, opensAfter: [0, 2], says: 0.85, writes: 0.55, asks: 0.22, wonders: 0.3 };
const STEADY: Temper = { opens: 0.85, opensAfter: [1, 12], says: 0.5, writes: 0.4, asks: 0.1, wonders: 0.2 };
const SLOW: Temper = { opens: 0.5, opensAfter: [20, 60], says: 0.35, writes: 0.3, asks: 0.06, wonders: 0.1 };
const SILENT: Temper = { opens: 0.75, opensAfter: [2, 20], says: 0, writes: 0, asks: 0, wonders: 0 };

const person = (name: string, phone: string, temper: Temper, wishes: readonly Wish[] = []): CountyPerson => {
  const [first = '', last = ''] = name.toLowerCase().split(' ');
  return { name, email: `${first}@${last}.example`, phone, temper, wishes };
};

const LATEST = [{ field: 'StatusChangeTimestamp', direction: 'desc' }];
const ON_MARKET = { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } };
const HOUSES = { id: 'kind', field: 'PropertySubType', is: { anyOf: ['Single Family Residence', 'Townhouse'] } };

type Line = SearchDocument['lines'][number];

const upTo = (most: number): Line => ({ id: 'price', field: 'ListPrice', is: { atMost: most } });
const beds = (least: number): Line => ({ id: 'beds', field: 'BedroomsTotal', is: { atLeast: least } });
const towns = (...names: readonly string[]): Line => ({ id: 'town', field: 'City', is: { anyOf: names } });

function searchOf(
  lines: readonly Line[],
  kinds: readonly string[] = ['Residential'],
  bounds: readonly object[] = [],
): SearchDocument {
  return { version: 1, kinds, lines: [...lines, ON_MARKET], bounds, order: LATEST };
}

const must = (words: string, who?: number): Answer => ({ question: 'must', words, ...(who === undefined ? {} : { who }) });
const nice = (words: string, who?: number): Answer => ({ ...must(words, who), question: 'nice' });
const paid = (words: string, who?: number): Answer => ({ ...must(words, who), question: 'paid' });
const by = (dayAfter: number, words: string): Answer => ({ question: 'by', words, dayAfter });
/** Somebody goes to a place by car on working days. */
const goes = (who: number, words: string, name: string, at: Point, arriveBy: string, minutes: number): Answer => ({
  question: 'place',
  who,
  words,
  line: { id: 'place', field: 'Minutes', name, to: lonLat(at), arriveBy, on: 'weekday', by: 'car', is: { atMost: minutes } },
});

const HALF_BATHS = atLeast('BathroomsTotalInteger', 2, 'One bath is not enough for us.');
const GARAGE = atLeast('GarageSpaces', 1, 'No garage, and the car has to stand somewhere.');
const NOT_OLD = atLeast('YearBuilt', 1965, 'Too old for us, too much to repair.');
const OLD = atMost('YearBuilt', 1945, 'Too new, no character.');
const GARDEN = atLeast('LotSizeAcres', 0.22, 'The garden is too small.');
const SMALL_GARDEN = atMost('LotSizeAcres', 0.6, 'That is a lot of grass to cut.');
const ROOM = atLeast('LivingArea', 1500, 'Too tight for all of us.');
const ONE_LEVEL = atMost('StoriesTotal', 1, 'Stairs, with my knee.');
const NO_POOL = noneOf('PoolPrivateYN', ['true'], 'A pool with small children, no.');
const SEWERED = oneOf('Sewer', ['Public Sewer'], 'We do not want a septic tank.');
const LOW_FEE = atMost('AssociationFee', 320, 'That fee every month is too much.');

/** Who comes to the two agents of the demo one after the other: what they say, and what they are like. Nobody of them is real. */
export const HOUSEHOLDS: readonly Household[] = [
  {
    name: 'Bashir Odell',
    agent: 'juno',
    cameBefore: 66,
    notes: 'First home. Free after 4 pm.',
    needs: [
      must('under 380k, 2 beds', 0),
      nice('somewhere to put a bicycle', 0),
      paid('Lender’s letter from the credit union', 0),
      by(120, 'The lease ends'),
      goes(0, 'Works at the harbor', 'Ferry Square', [-520, 1050], '09:00', 30),
    ],
    agreed: true,
    people: [
      {
        ...person('Bashir Odell', '555-0163', EAGER, [NOT_OLD, LOW_FEE]),
        wouldChange: {
          from: 65,
          text: 'Wrenfield too, and up to 395k if the fee is under 300',
          wish: {
            lines: [towns('Wrenfield'), upTo(395_000), { id: 'fee', field: 'FeePerMonth', is: { atMost: 300 } }],
            bounds: [],
          },
          widens: true,
        },
      },
    ],
    search: {
      name: 'First home near the line',
      document: searchOf([upTo(380_000), beds(2), towns('Port Ostrey', 'Sedge Ferry', 'Mallow Green')]),
    },
    cadence: 'eachMorning',
  },
  {
    name: 'Nadia Kesteven',
    agent: 'juno',
    cameBefore: 60,
    notes: 'Wants a garden.',
    needs: [must('3 beds, a lot of 0.2 acres or more, in Tansy Hill, Upper Dunnock or Wrenfield', 0), nice('an old house', 0)],
    agreed: false,
    people: [person('Nadia Kesteven', '555-0164', { ...STEADY, returns: true }, [GARDEN, OLD])],
    search: {
      name: 'A garden in the hills',
      document: searchOf([
        { id: 'lot', field: 'LotSizeAcres', is: { atLeast: 0.2 } },
        beds(3),
        towns('Tansy Hill', 'Upper Dunnock', 'Wrenfield'),
      ]),
    },
    cadence: 'weekly',
  },
  {
    name: 'Corin & Abena Tarrow',
    agent: 'juno',
    cameBefore: 52,
    notes: 'Two children, school from September. Cash from the house in Fennel Way.',
    needs: [
      must('4 beds, houses or townhouses, under 560k', 0),
      must('in before school begins', 1),
      nice('built before 1950', 1),
      nice('2 garage spaces', 0),
      by(130, 'School begins'),
      paid('Cash, from the house in Fennel Way'),
    ],
    agreed: true,
    people: [
      person('Corin Tarrow', '555-0171', { ...STEADY, shares: true }, [ROOM, GARAGE, HALF_BATHS]),
      // the two do not agree: she wants age, he wants room
      {
        ...person('Abena Tarrow', '555-0172', { ...EAGER, shares: true }, [OLD, SMALL_GARDEN]),
        wouldChange: {
          from: 20,
          text: 'Up to 600k, if it is built before 1950',
          wish: { lines: [upTo(600_000), { id: 'built', field: 'YearBuilt', is: { atMost: 1949 } }], bounds: [] },
          widens: false,
        },
      },
    ],
    search: { name: 'Room for four', document: searchOf([HOUSES, upTo(560_000), beds(4)]) },
    cadence: 'morningAndEvening',
  },
  {
    name: 'Ottilie Bryde',
    agent: 'juno',
    cameBefore: 40,
    notes: 'Retiring. Everything on one floor.',
    needs: [must('a house on one floor, under 420k', 0), nice('a small garden, to sit in', 0), by(210, 'In no hurry')],
    agreed: false,
    people: [person('Ottilie Bryde', '555-0173', { ...SLOW, weeklyFrom: 12 }, [ONE_LEVEL, SMALL_GARDEN])],
    search: { name: 'One floor', document: searchOf([HOUSES, upTo(420_000), beds(2)]) },
    cadence: 'weekly',
  },
  {
    name: 'Jarek Ames',
    agent: 'juno',
    cameBefore: 33,
    notes: 'Works from home.',
    agreed: false,
    people: [person('Jarek Ames', '555-0174', { ...STEADY, stopsOn: 6 }, [ROOM])],
    search: { name: 'A room to work in', document: searchOf([upTo(450_000), beds(3), towns('Wrenfield', 'Mallow Green')]) },
    cadence: 'eachMorning',
  },
  {
    name: 'Linnea & Oke Faraday',
    agent: 'juno',
    cameBefore: 27,
    notes: 'Her mother may move in. Oke works two hours behind until August. Lender’s letter for $510,000.',
    needs: [
      must('4 beds, in Tansy Hill or Wrenfield', 0),
      must('a bedroom on the main floor', 0),
      nice('no pool', 0),
      paid('Lender’s letter for $510,000'),
      must('under 500k', 1),
    ],
    agreed: true,
    people: [
      {
        ...person('Linnea Faraday', '555-0175', EAGER, [ROOM, SEWERED, NO_POOL]),
        wouldChange: {
          from: 20,
          text: 'Up to 540k, and Mallow Green too, if it has a bedroom on the main floor',
          wish: {
            lines: [upTo(540_000), towns('Mallow Green'), { id: 'main', field: 'MainLevelBedrooms', is: { atLeast: 1 } }],
            bounds: [],
          },
          widens: true,
        },
      },
      { ...person('Oke Faraday', '555-0176', { ...SILENT, uncounted: true }), timeZone: 'America/Denver' },
    ],
    search: {
      name: 'With a room for Mother',
      document: searchOf([HOUSES, upTo(510_000), beds(4), towns('Tansy Hill', 'Wrenfield')]),
    },
    cadence: 'eachMorning',
  },
  {
    name: 'Ruan Vasks',
    agent: 'juno',
    cameBefore: 22,
    notes: 'Lets flats; wants two to four units.',
    agreed: false,
    people: [person('Ruan Vasks', '555-0177', { ...SILENT, opens: 0.9 })],
    search: { name: 'Units that carry themselves', document: searchOf([upTo(900_000)], ['Residential Income']) },
    cadence: 'weekly',
  },
  {
    name: 'Maren Ilves',
    agent: 'juno',
    cameBefore: 56,
    notes: '',
    agreed: false,
    people: [person('Maren Ilves', '555-0178', { ...STEADY, quietFrom: 9 }, [GARDEN])],
    search: { name: 'By the water', document: searchOf([upTo(640_000), beds(2), towns('Quillon Beach', 'Lantern Point')]) },
    cadence: 'eachMorning',
    comesByPage: true,
  },
  {
    name: 'Tamsin Orrell',
    agent: 'juno',
    cameBefore: 3,
    notes: '',
    agreed: false,
    people: [
      {
        ...person('Tamsin Orrell', '555-0183', EAGER, [GARAGE]),
        wouldChange: {
          from: 2.5,
          text: 'Quillon Beach too, and up to 560k with a garage',
          wish: {
            lines: [towns('Quillon Beach'), upTo(560_000), { id: 'garage', field: 'GarageSpaces', is: { atLeast: 1 } }],
            bounds: [],
          },
          widens: true,
        },
      },
    ],
    search: {
      name: 'A house with a view of the sea',
      document: searchOf([HOUSES, upTo(520_000), beds(3), towns('Lantern Point', 'Port Ostrey', 'Sedge Ferry')]),
    },
    cadence: 'eachMorning',
    comesByPage: true,
  },
  {
    name: 'Dagny Pell',
    agent: 'juno',
    cameBefore: 45,
    notes: 'Sister of Bashir’s colleague.',
    agreed: false,
    people: [{ ...person('Dagny Pell', '555-0179', STEADY, [NOT_OLD]), mailboxFullFrom: 5 }],
    search: { name: 'A flat in town', document: searchOf([upTo(340_000), towns('Port Ostrey')]) },
    cadence: 'eachMorning',
  },
  {
    name: 'Rowan Vey',
    agent: 'juno',
    cameBefore: 8,
    notes: '',
    needs: [
      must('a townhouse or condo in Port Ostrey, 2 beds, under 350k', 0),
      nice('walkable to Ferry Square', 0),
      by(90, 'After the boat is sold'),
    ],
    agreed: false,
    people: [person('Rowan Vey', '555-0165', { ...SLOW, neverConfirms: true })],
    search: null,
    cadence: null,
  },
  {
    name: 'Ife & Callum Rourke',
    agent: 'juno',
    cameBefore: 14,
    notes: 'Hunt for land to build on, later.',
    needs: [
      must('3 beds, under 400k, in Sedge Ferry', 0),
      must('in Mallow Green', 1),
      nice('a garage', 0),
      by(75, 'The twins are due'),
    ],
    agreed: true,
    people: [
      person('Ife Rourke', '555-0166', STEADY, [GARAGE]),
      person('Callum Rourke', '555-0168', { ...SLOW, neverConfirms: true }),
    ],
    search: {
      name: 'Until we build',
      document: searchOf([HOUSES, upTo(400_000), beds(3), towns('Sedge Ferry', 'Mallow Green')]),
    },
    cadence: 'atOnce',
  },
  {
    name: 'Amara & Teo Lindqvist',
    agent: 'juno',
    cameBefore: 11,
    notes: 'Lender’s letter for $460,000. Teo works at Tansy Hill Clinic from 7 am.',
    needs: [
      must('3 beds, 1.5 baths, 1300 sq ft', 0),
      must('not bank-owned, no short sale', 1),
      nice('a garage, a room to draw in', 0),
      paid('Lender’s letter for $460,000'),
      by(160, 'Amara’s new post begins'),
      goes(1, 'Each weekday, starts at 7', 'Tansy Hill Clinic', [3700, 5800], '07:00', 25),
    ],
    agreed: true,
    people: [
      person('Amara Lindqvist', '555-0161', EAGER, [ROOM, HALF_BATHS, GARAGE]),
      person('Teo Lindqvist', '555-0162', { ...SLOW, neverConfirms: true }),
    ],
    search: {
      name: 'Within reach of the ferry',
      document: searchOf(
        [
          HOUSES,
          beds(3),
          { id: 'baths', field: 'Baths', is: { atLeast: 1.5 } },
          { id: 'area', field: 'LivingArea', is: { atLeast: 1300 } },
          { id: 'price', field: 'ListPrice', is: { between: [250_000, 460_000] } },
          {
            id: 'conditions',
            field: 'SpecialListingConditions',
            is: { noneOf: ['Real Estate Owned', 'Short Sale', 'Auction'] },
          },
        ],
        ['Residential'],
        [
          {
            id: 'ferry',
            mode: 'in',
            name: 'Ferry Square',
            shape: { type: 'Circle', center: [-66.006145, 40.609456], radiusMeters: 8046.72 },
          },
          {
            id: 'mill',
            mode: 'out',
            name: 'Mill yard',
            shape: {
              type: 'Polygon',
              coordinates: [
                [
                  [-65.9935, 40.5985],
                  [-65.982, 40.598],
                  [-65.983, 40.5915],
                  [-65.9945, 40.592],
                  [-65.9935, 40.5985],
                ],
              ],
            },
          },
        ],
      ),
    },
    cadence: null,
  },
  {
    name: 'Esme Dufrayne',
    agent: 'silas',
    cameBefore: 47,
    notes: '',
    agreed: false,
    people: [person('Esme Dufrayne', '555-0167', STEADY, [SMALL_GARDEN])],
    search: { name: 'Near the common', document: searchOf([upTo(480_000), beds(2), towns('Port Ostrey')]) },
    cadence: 'weekly',
  },
  {
    name: 'Solveig & Piet Antrobus',
    agent: 'silas',
    cameBefore: 18,
    notes: 'Moving from Northmere in June.',
    agreed: true,
    people: [person('Solveig Antrobus', '555-0181', EAGER, [ROOM, NOT_OLD]), person('Piet Antrobus', '555-0182', SILENT)],
    search: { name: 'By June', document: searchOf([HOUSES, upTo(530_000), beds(3)]) },
    cadence: 'eachMorning',
  },
];
