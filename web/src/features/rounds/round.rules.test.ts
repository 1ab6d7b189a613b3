import type { LeftOutHome, Round, RoundHome, RoundShowing } from '@perambula/contract';
import { readInstructions, sayMinutes } from '@perambula/core';
import type { RoundChange, RoundVisit, TimedRound } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import {
  nextSaturday,
  notAskedOf,
  remindersOf,
  sayBroken,
  sayChange,
  sayHours,
  sayLikely,
  sayOccupant,
  sayOrder,
  sayOther,
  sayOutcome,
  sayWay,
} from './round.rules.js';

const home = (id: string, instructions: string, more: Partial<RoundHome> = {}): RoundHome => ({
  id,
  listingKey: id,
  address: `${id}, Port Ostrey`,
  price: 400_000,
  status: 'Active',
  at: [-66, 40.6],
  minutes: 25,
  place: null,
  before: null,
  beside: null,
  open: [{ from: 540, until: 1140 }],
  hoursBy: 'instructions',
  likely: { hours: [{ from: 600, until: 1080 }], asked: 0, agreed: 0 },
  instructions,
  rules: readInstructions(instructions),
  agentMobile: '555-0139',
  showing: null,
  ...more,
});
const round = (homes: readonly RoundHome[], more: Partial<Round> = {}): Round =>
  ({ homes, leftOut: [], clientId: 'c', aim: 'soonest', isOwnOrder: false, isProven: true, ...more }) as Round;
const showing = (
  state: 'proposed' | 'confirmed' | 'refused' | 'countered',
  answer = '',
  more: Partial<RoundShowing> = {},
): RoundShowing => ({
  id: 's',
  state,
  startAt: '2026-04-18T14:00:00Z',
  minutes: 30,
  offeredAt: null,
  isInvited: false,
  clash: null,
  answer,
  ...more,
});

describe('the words of a round', () => {
  it('tell times as a clock does, to the next whole minute', () => {
    expect([594, 593.2, 720, 0, 779.0000000001].map(sayMinutes)).toEqual([
      '9:54 am',
      '9:54 am',
      '12:00 pm',
      '12:00 am',
      '12:59 pm',
    ]);
    expect(sayHours({ from: 600, until: 870 })).toBe('10 am to 2:30 pm');
  });

  it('say why a home that nothing helps is left out', () => {
    const left = (more: Partial<RoundHome>): string => sayChange({ ...home('a', '', more), change: null });
    expect(left({})).toBe('does not fit with the others on that day');
    expect(left({ before: 'b' })).toBe('does not fit with the others on that day, in the place that you wish for it');
    expect(left({ open: [] })).toBe('is not shown on that day, as its listing says');
    expect(left({ open: [], hoursBy: 'client' })).toBe('is shown only when they cannot come');
    const unbroken = { ...home('a', ''), change: { what: 'break', to: 0 } } as const;
    expect(sayChange(unbroken)).toBe('fits without the break');
  });

  it('say what an order does not keep of what is wished for it', () => {
    const homes = [home('a', '', { before: 'b' }), home('b', '', { place: 'last', beside: 'a' }), home('c', '')];
    expect(sayBroken(round(homes), ['a', 'b', 'c'])).toEqual(['b is to be last, and is not.']);
    expect(sayBroken(round(homes), ['b', 'c', 'a'])).toEqual([
      'b is to be last, and is not.',
      'b is to be seen right beside a, and is not.',
      'a is to be seen before b, and is not.',
    ]);
  });

  it('say who else goes round with them, what a walk would take, and when offices agree', () => {
    const other = { agentName: 'Wilhelm Frost', from: 630, until: 780 };
    expect(sayOther({ ...other, isOwn: false })).toBe('They go round with Wilhelm Frost, too, from 10:30 am to 1:00 pm.');
    expect(sayOther({ ...other, isOwn: true })).toBe('You have another round with them from 10:30 am to 1:00 pm.');
    const leg = { metres: 300, line: [], steps: [], onFoot: 3.7 };
    expect(sayWay({ drive: 0.6 } as RoundVisit, leg)).toBe('drive 1 min, or 4 on foot');
    expect(sayWay({ drive: 9 } as RoundVisit, null)).toBe('drive 9 min');
    expect(sayLikely(home('a', ''))).toBe('Offices agree most readily 10 am to 6 pm.');
    const likely = { hours: [], asked: 5, agreed: 1 };
    expect(sayLikely(home('a', '', { likely }))).toBe('Offices rarely agree to such a home: 1 of 5 asked about such homes did.');
  });

  it('say what kind of order it is, and only of a proven one that no other is better', () => {
    const says = (more: Partial<Round>, goes: Partial<TimedRound> = {}): string =>
      sayOrder(round([], more), { visits: [], late: 0, lacksBreak: false, ...goes } as unknown as TimedRound);
    expect(says({})).toBe('best order, over soonest: no other is better');
    expect(says({ isProven: false, aim: 'leastDriving' })).toBe('the best order found, with the least driving');
    expect(says({ aim: 'likeliest' })).toBe('best order, most likely to be confirmed: no other is better');
    expect(says({}, { late: 12 })).toBe('ordered before its hours changed');
    expect(says({ isOwnOrder: true }, { late: 12 })).toBe('your own order');
  });

  it('say what would let a home be seen', () => {
    const left = (change: RoundChange | null, open = [{ from: 540, until: 600 }]): LeftOutHome => ({
      ...home('a', '', { open }),
      change,
    });
    expect(sayChange(left({ what: 'leaveAt', to: 570 }))).toBe('fits if you start at 9:30 am');
    expect(sayChange(left({ what: 'backBy', to: 1110 }))).toBe('fits if you may be back at 6:30 pm');
    expect(sayChange(left({ what: 'minutes', to: 15 }))).toBe('fits if each visit takes 15 minutes');
    expect(sayChange(left(null))).toBe('does not fit with the others on that day');
    expect(sayChange(left(null, []))).toBe('is not shown on that day, as its listing says');
  });

  it('say who lives there and what is to be thought of', () => {
    expect(sayOccupant(home('a', 'Tenant at home. 24 hours’ notice, please.'))).toBe('tenant, 24 h notice');
    expect(sayOccupant(home('a', 'Owner at home. Two hours’ notice; call first.'))).toBe('owner home, 2 h notice, call first');
    expect(sayOccupant(home('a', ''))).toBe('');
  });

  it('choose the Saturday to come, on a Saturday the next one', () => {
    expect(nextSaturday('2026-04-14T13:12:00Z', 'America/New_York')).toBe('2026-04-18');
    expect(nextSaturday('2026-04-18T13:12:00Z', 'America/New_York')).toBe('2026-04-25');
    // still Friday evening there
    expect(nextSaturday('2026-04-18T02:00:00Z', 'America/New_York')).toBe('2026-04-18');
  });
});

describe('what is to be seen to before a round', () => {
  it('is what no office answered, refused or could be read, and whom to call', () => {
    const homes = [
      home('waits', 'Vacant.', { showing: showing('proposed') }),
      home('not', 'Vacant.', { showing: showing('refused', 'The owner is away') }),
      home('shoes', 'Vacant. Remove shoes.', { showing: showing('confirmed') }),
      home('call', 'Call first', { showing: showing('confirmed') }),
      home('silent', '', { hoursBy: 'nobody', showing: showing('confirmed') }),
      home('other', 'Vacant.', { showing: showing('countered', '', { offeredAt: '2026-04-18T15:30:00Z' }) }),
      home('twice', 'Vacant.', { showing: showing('confirmed', '', { clash: 'The Fenns are to see it at the same time.' }) }),
      home('fresh', 'Vacant.'),
    ];
    expect(remindersOf(round(homes)).map(({ home: { id }, says }) => `${id} ${says}`)).toEqual([
      'waits has not answered.',
      'not was refused: The owner is away',
      'shoes says “Remove shoes.” Set its hours if that means some.',
      'call wants a call first: 555-0139.',
      'silent says no hours: 9 am to 7 pm is assumed.',
      'other offers Sat, Apr 18, 11:30 am.',
      'twice clashes: The Fenns are to see it at the same time.',
    ]);
    expect(notAskedOf(round(homes))).toBe(1);
    expect(notAskedOf(round(homes, { clientId: null }))).toBe(0);
  });
});

describe('an offered time', () => {
  const outcome = { now: 770, then: 770, order: [], isReordered: false, lost: [] };
  it('is said by what it does to the round: later, sooner, as now, and who is lost by it', () => {
    expect(sayOutcome(outcome)).toBe('The round is over at 12:50 pm, as now, and every home is seen.');
    expect(sayOutcome({ ...outcome, then: 785 })).toBe(
      'The round is then over at 1:05 pm, 15 min later, and every home is seen.',
    );
    expect(sayOutcome({ ...outcome, then: 760, lost: ['902 Ropewalk St, Port Ostrey', '7 Kiln Ln, Port Ostrey'] })).toBe(
      'The round is then over at 12:40 pm, 10 min sooner; 902 Ropewalk St and 7 Kiln Ln could not be seen.',
    );
  });
});
