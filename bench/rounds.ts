import { bestOrder, timed } from '@perambula/core';
import type { Aim, RoundAsk, RoundStop } from '@perambula/core';
import { randomOf } from '@perambula/county';
import { measure, report } from './measure.js';
import type { Measured } from './measure.js';

const AIMS: readonly Aim[] = ['soonest', 'leastDriving'];
/** Rounds of each size, one after the other. */
const ROUNDS = 12;

/** The best orders of rounds whose homes are open for some hours, beside trying each order; and how far those of many are from the best found. */
export async function benchRounds(): Promise<void> {
  const few = roundsOf(7, 'soonest');
  const alike = few.filter((ask) => worthOf(ask, bestOrder(ask).order) <= worthOf(ask, everyOrder(ask)) + 1e-6).length;
  report(
    'The best order of 7 homes with hours',
    [await inTurn('every order tried', few, everyOrder), await inTurn('bestOrder', few, bestOrder)],
    `as good as the best of all orders in ${alike} of ${ROUNDS} rounds`,
  );
  const rows: Measured[] = [];
  for (const homes of [8, 12, 20])
    for (const aim of AIMS) rows.push(await inTurn(`${homes} homes, ${aim}`, roundsOf(homes, aim), bestOrder));
  report('The best order by the number of homes', rows, `20: ${asGood(roundsOf(20, 'leastDriving'))}`);
  const many = roundsOf(20, 'likeliest');
  const dragged = (aim: Aim) => (ask: RoundAsk) =>
    timed(
      { ...ask, aim },
      ask.stops.map(({ id }) => id),
    );
  report('A round of 20 homes timed anew, as while one is dragged', [
    await inTurn('by the minute', many, dragged('soonest')),
    await inTurn('by likely hours', many, dragged('likeliest')),
  ]);
}

function inTurn(what: string, rounds: readonly RoundAsk[], work: (ask: RoundAsk) => unknown): Promise<Measured> {
  let at = 0;
  return measure(what, ROUNDS, () => work(rounds[at++ % ROUNDS] as RoundAsk));
}

/** How much longer the drives are than the shortest found by beginning from five other orders of the homes. */
function asGood(rounds: readonly RoundAsk[]): string {
  const random = randomOf(4);
  const worse = rounds.map((ask) => {
    const own = worthOf(ask, bestOrder(ask).order);
    const others = Array.from({ length: 5 }, () => {
      const turned = shuffled(ask, () => random.unit());
      return worthOf(turned, bestOrder(turned).order);
    });
    return own / Math.min(own, ...others) - 1;
  });
  return `at most ${(100 * Math.max(...worse)).toFixed(2)} % more driving than the best found from five other beginnings`;
}

/** The same round with its homes named in another order, from which the search begins elsewhere. */
function shuffled({ stops, table, ...ask }: RoundAsk, unit: () => number): RoundAsk {
  const indexes = [...stops.keys()].map((index) => ({ index, key: unit() })).sort((a, b) => a.key - b.key);
  const places = [...indexes.map(({ index }) => index), stops.length, stops.length + 1];
  const minutes = places.map((from) => places.map((to) => table.minutes[from]?.[to] ?? []));
  return { ...ask, stops: indexes.map(({ index }) => stops[index] as RoundStop), table: { ...table, minutes } };
}

/** What an order comes to by the round's aim, with the homes left out before all. */
function worthOf(ask: RoundAsk, order: readonly string[]): number {
  const { backAt, driving, late, visits } = timed(ask, order);
  const lost = ask.stops.length - visits.filter(({ isShut }) => !isShut).length + (late > 0 ? ask.stops.length : 0);
  return 1e6 * lost + (ask.aim === 'leastDriving' ? driving : backAt);
}

/** The best of all orders of all homes. */
function everyOrder(ask: RoundAsk): readonly string[] {
  let best: readonly string[] = [];
  const goOn = (order: readonly string[], rest: readonly string[]): void => {
    if (worthOf(ask, order) < worthOf(ask, best)) best = order;
    for (const id of rest)
      goOn(
        [...order, id],
        rest.filter((other) => other !== id),
      );
  };
  goOn(
    [],
    ask.stops.map(({ id }) => id),
  );
  return best;
}

/** Homes up to twenty minutes from each other, half of them open for three hours only. */
function roundsOf(homes: number, aim: Aim): RoundAsk[] {
  const random = randomOf(homes);
  return Array.from({ length: ROUNDS }, () => {
    const at = Array.from({ length: homes + 1 }, () => [20 * random.unit(), 20 * random.unit()] as const);
    const places = [...at, at[homes] as readonly [number, number]];
    const stops = Array.from({ length: homes }, (_, i): RoundStop => {
      const from = 540 + Math.floor(400 * random.unit());
      const open = i % 2 ? [{ from: 480, until: 1260 }] : [{ from, until: from + 180 }];
      return { id: String(i), minutes: 20, open, likely: [{ from: 600, until: 1080 }] };
    });
    const minutes = places.map(([ax, ay]) =>
      places.map(([bx, by]) => [Math.hypot(ax - bx, ay - by), Math.hypot(ax - bx, ay - by)]),
    );
    return { stops, table: { moments: [480, 1260], minutes }, leaveAt: 540, backBy: 1260, aim };
  });
}
