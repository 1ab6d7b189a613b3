import type { LonLat } from '../geo/distance.js';
import type { Day, Travel } from '../roads/travel.js';
import { wordsOf } from '../text/words.js';
import { HOUR, hourOf } from '../time/hour.js';
import { COUNT, numberOf } from './amounts.js';
import type { Gazetteer, Matcher, SpokenMatch } from './matcher.js';

/** When people are at work, where they say no hour, and when they leave it. */
const USUAL_ARRIVAL = '08:30';
const USUAL_LEAVING = '17:15';
/** Minutes that a short walk takes at most, and one within walking distance. */
const SHORT_WALK = 10;
const WALKING_DISTANCE = 15;

const LIMIT = '(?:within|in|less than|under|up to|at most|no more than|not more than|max(?:imum)?(?: of)?)';
const MINUTES = `(${COUNT}[ -]*(?:minutes?|mins?)[’']?|half an hour|an hour)`;
const HOW = '(?:(?: of)?(?: a)? (drive|driving|by car|commute|walk|walking|on foot|by foot))?';
const WHEN = `(?:,? (there|arriving|to be there|to arrive|leaving|setting out|home|back)? ?(by|at|before) ${HOUR})?`;
const DAYS = '(?:,? (?:on )?(?:an? )?(weekdays?|working days?|saturdays?|sundays?))?';

/** Minutes to and from the places of a gazetteer: by car at an hour, or on foot. */
export function journeyMatchers({ places }: Gazetteer): Matcher[] {
  return places.filter(({ name }) => wordsOf(name).length > 0).flatMap(({ name, at }) => matchersOf(name, at));
}

function matchersOf(name: string, at: LonLat): Matcher[] {
  const place = `(?:the )?${wordsOf(name).join('[^a-z0-9]+')}`;
  const add = (said: SpokenMatch, minutes: number, travel: Travel): void => {
    const is = said.not ? { atLeast: minutes } : { atMost: minutes };
    said.builder.addMinutes(travel, name, is);
  };
  return [
    {
      pattern: `(?:${LIMIT} )?(?:an? )?${MINUTES}${HOW}(?: away)? (?:of|from|to) ${place}${HOW}${WHEN}${DAYS}`,
      add: (said) => {
        const { match } = said;
        const minutes = minutesOf(match[1]);
        if (minutes === null) return false;
        const foot = /walk|foot/.test(`${match[2] ?? ''} ${match[3] ?? ''}`);
        const leaves = /leaving|setting/.test(match[4] ?? '');
        const time = hourOf(match.slice(6, 11), 'morning') ?? USUAL_ARRIVAL;
        const when = leaves ? { leaveAt: time } : { arriveBy: time };
        return add(said, minutes, { to: at, ...when, on: dayOf(match[11]), by: foot ? 'foot' : 'car' });
      },
    },
    {
      pattern: `(?:${LIMIT} )?${MINUTES}${HOW} (?:home|back) from ${place}${HOW}${WHEN}${DAYS}`,
      add: (said) => {
        const { match } = said;
        const minutes = minutesOf(match[1]);
        if (minutes === null) return false;
        const foot = /walk|foot/.test(`${match[2] ?? ''} ${match[3] ?? ''}`);
        const time = hourOf(match.slice(6, 11), 'evening') ?? USUAL_LEAVING;
        const when = /home|back/.test(match[4] ?? '') || match[5] === 'by' ? { arriveBy: time } : { leaveAt: time };
        return add(said, minutes, { from: at, ...when, on: dayOf(match[11]), by: foot ? 'foot' : 'car' });
      },
    },
    {
      pattern: `(?:(an? (?:short|easy) walk|walkable|(?:within |in )?walking distance)) (?:of|to|from) ${place}`,
      add: (said) => {
        const minutes = /short|easy/.test(said.match[1] ?? '') ? SHORT_WALK : WALKING_DISTANCE;
        return add(said, minutes, { to: at, arriveBy: USUAL_ARRIVAL, on: 'weekday', by: 'foot' });
      },
    },
  ];
}

function minutesOf(text = ''): number | null {
  const minutes = /hour/.test(text) ? (text.startsWith('half') ? 30 : 60) : numberOf(text.replace(/[ -]*min.*$/, ''));
  return minutes > 0 && minutes <= 180 ? minutes : null;
}

function dayOf(text = ''): Day {
  return text.startsWith('sat') ? 'saturday' : text.startsWith('sun') ? 'sunday' : 'weekday';
}
