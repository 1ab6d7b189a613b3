import type { LonLat } from '../geo/distance.js';
import { isOpen, positionAt } from './network.js';
import type { RoadNetwork } from './network.js';
import type { Snap } from './snap.js';
import { offRoad } from './crossing.js';
import { sweep } from './sweep.js';
import { secondsOfDay } from './travel.js';
import type { Day, Way } from './travel.js';
import type { TravelTimes } from './travelTimes.js';

/** A journey from one place to another: it leaves or arrives at a time of day as "08:30". */
export interface Journey {
  readonly from: LonLat;
  readonly to: LonLat;
  readonly leaveAt?: string;
  readonly arriveBy?: string;
  readonly on: Day;
  readonly by: Way;
}

export type Turn = 'depart' | 'straight' | 'slightLeft' | 'left' | 'sharpLeft' | 'slightRight' | 'right' | 'sharpRight' | 'back';

/** A stretch under one name, and how it is come to. */
export interface Step {
  readonly turn: Turn;
  readonly name: string;
  readonly metres: number;
  readonly seconds: number;
  /** In 256ths of a turn clockwise from north, as it sets out. */
  readonly heading: number;
  readonly ridden: boolean;
}

export interface Route {
  /** From door to door, in seconds, and along roads, in metres. */
  readonly seconds: number;
  readonly metres: number;
  readonly line: readonly LonLat[];
  readonly steps: readonly Step[];
}

/** The quickest way of a journey; null when there is none. */
export function routeOf(times: TravelTimes, journey: Journey): Route | null {
  const { from, to, on, by } = journey;
  const { network } = times;
  const [start, end] = [times.snap(from, by), times.snap(to, by)];
  if (!start || !end) return null;
  const forwards = journey.arriveBy === undefined;
  const [at, target] = forwards ? [start, end] : [end, start];
  const clock = secondsOfDay({ ...journey, on, by });
  const setOut = { at, clock, forwards, on, by };
  const reach = sweep(network, setOut, { target, atLeast: times.landmarks(by).atLeast(target, setOut) });
  const seconds = reach.secondsTo(target);
  if (!Number.isFinite(seconds)) return null;
  const arc = reach.lastArc(target);
  const arcs: number[] = [];
  for (let each = arc; each >= 0; each = reach.before[each] as number) {
    arcs.push(each);
    // it began on this one, whatever else led there later
    if (each !== arc && each >> 1 === at.edge) break;
  }
  if (forwards) arcs.reverse();
  if (arc < 0) arcs.push(2 * start.edge + (end.share >= start.share ? 0 : 1));
  const whole = seconds - offRoad(start, by) - offRoad(end, by);
  // seconds after setting out on the road, as each arc is entered, and at the end
  const moments = arcs.map((each, i) => {
    if (i === 0) return 0;
    return forwards
      ? (reach.entered[each] as number) - offRoad(start, by)
      : seconds - offRoad(start, by) - (reach.entered[arcs[i - 1] as number] as number);
  });
  const pieces = arcs.map((each, i): Piece => {
    const begin = i === 0 ? shareAlong(start, each) : 0;
    const finish = i === arcs.length - 1 ? shareAlong(end, each) : 1;
    return {
      arc: each,
      metres: (network.metres[each >> 1] as number) * (finish - begin),
      seconds: (moments[i + 1] ?? whole) - (moments[i] as number),
    };
  });
  const snapper = times.snapper(by);
  return {
    seconds: Math.round(seconds),
    metres: pieces.reduce((sum, { metres }) => sum + metres, 0),
    line: [
      snapper.positionOf(start),
      ...arcs.slice(1).map((each) => positionAt(network.positions, network.tails[each] as number)),
      snapper.positionOf(end),
    ],
    steps: stepsOf(network, pieces, by),
  };
}

interface Piece {
  readonly arc: number;
  readonly metres: number;
  readonly seconds: number;
}

/** Pieces under one name together, unless the way turns back. */
function stepsOf(network: RoadNetwork, pieces: readonly Piece[], by: Way): Step[] {
  const steps: Step[] = [];
  let before = -1;
  for (const { arc, metres, seconds } of pieces) {
    const name = network.names[network.nameOf[arc >> 1] as number] as string;
    const turn = before < 0 ? 'depart' : turnBetween(network.headings[before] as number, network.headings[arc] as number);
    before = arc;
    const last = steps.at(-1);
    if (last?.name === name && turn !== 'back') {
      steps[steps.length - 1] = { ...last, metres: last.metres + metres, seconds: last.seconds + seconds };
      continue;
    }
    const heading = network.headings[arc] as number;
    const ridden = (network.boarding[arc >> 1] as number) > 0 && isOpen(network, arc, by);
    steps.push({ turn, name, metres, seconds, heading, ridden });
  }
  return steps;
}

/** What a change of heading is called, in 256ths of a turn clockwise. */
function turnBetween(from: number, to: number): Turn {
  const turn = (to - from) & 255;
  if (turn < 14 || turn > 242) return 'straight';
  if (turn > 112 && turn < 144) return 'back';
  const [slight, plain, sharp] =
    turn < 128 ? (['slightRight', 'right', 'sharpRight'] as const) : (['slightLeft', 'left', 'sharpLeft'] as const);
  const size = Math.min(turn, 256 - turn);
  return size < 32 ? slight : size < 92 ? plain : sharp;
}

function shareAlong({ share }: Snap, arc: number): number {
  return (arc & 1) === 0 ? share : 1 - share;
}
