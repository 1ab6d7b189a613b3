import { METRES_PER_MILE } from '../geo/distance.js';
import type { Step, Turn } from './route.js';

const TURNS: Readonly<Record<Exclude<Turn, 'depart'>, string>> = {
  straight: 'Go on along',
  slightLeft: 'Bear left onto',
  left: 'Turn left onto',
  sharpLeft: 'Turn sharp left onto',
  slightRight: 'Bear right onto',
  right: 'Turn right onto',
  sharpRight: 'Turn sharp right onto',
  back: 'Turn round on',
};
const POINTS = ['north', 'northeast', 'east', 'southeast', 'south', 'southwest', 'west', 'northwest'] as const;

/** A step of a route as one reads it to a driver: "Turn left onto N Heron Ave". */
export function sayStep({ turn, name, heading, ridden }: Step): string {
  const way = name || 'the road';
  if (ridden) return `Take the ${way}`;
  if (turn === 'depart') return `Head ${POINTS[Math.round(heading / 32) % 8] as string} on ${way}`;
  return `${TURNS[turn]} ${way}`;
}

/** Metres along a road: feet up to a fifth of a mile, then miles. */
export function sayRoadLength(metres: number): string {
  const miles = metres / METRES_PER_MILE;
  if (miles >= 0.2) return `${miles.toFixed(1)} mi`;
  return `${Math.max(10, Math.round((metres * 3.28084) / 10) * 10)} ft`;
}

/** Seconds as whole minutes, an hour and more in hours. */
export function sayDuration(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60));
  if (minutes < 60) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} hr${minutes % 60 === 0 ? '' : ` ${minutes % 60} min`}`;
}
