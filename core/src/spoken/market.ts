import { DateTime } from 'luxon';
import { STATUSES } from '../listing/status.js';
import type { Status } from '../listing/status.js';
import type { Order, StatusTime } from '../search/document.js';
import { isAskable, PRICE_MOVED } from '../search/priceMove.js';
import type { PriceMove } from '../search/priceMove.js';
import { COUNT, MONEY, numberOf, PERIOD, periodOf } from './amounts.js';
import type { Matcher, SpokenMatch } from './matcher.js';

const MONTHS =
  'jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sep(?:t(?:ember)?)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?';
const SINCE = `since (?:(\\d{4}-\\d{2}-\\d{2})|(${MONTHS})(?: (\\d{1,2}))?(?:,? (\\d{4}))?|(\\d{4}))`;

/** The last day of that name that lies behind: "since October" said in April is last October's first. */
function sinceOf(
  [iso, month, day, year, onlyYear]: readonly (string | undefined)[],
  { now, zone }: SpokenMatch['time'],
): string | null {
  if (iso) return DateTime.fromISO(iso).isValid ? iso : null;
  if (onlyYear) return `${onlyYear}-01-01`;
  const here = DateTime.fromMillis(now, { zone });
  const named = DateTime.fromFormat(`${String(month).slice(0, 3)} ${day ?? '1'} ${year ?? here.year}`, 'LLL d yyyy', {
    zone,
    locale: 'en-US',
  });
  if (!named.isValid) return null;
  return (year === undefined && named > here ? named.minus({ years: 1 }) : named).toISODate();
}

const STATUS_WORDS: readonly (readonly [string, readonly Status[]])[] = [
  ['sold|closed', ['Closed']],
  ['active', ['Active']],
  ['coming soon', ['Coming Soon']],
  ['(?:active )?under contract', ['Active Under Contract', 'Pending']],
  ['pending', ['Pending']],
  ['on hold', ['Hold']],
  ['withdrawn', ['Withdrawn']],
  ['expired', ['Expired']],
  ['cancell?ed', ['Canceled']],
  ['off (?:the )?market|taken off(?: the market)?', ['Withdrawn', 'Expired', 'Canceled']],
];

function byStatus([words, statuses]: (typeof STATUS_WORDS)[number]): Matcher[] {
  const set = ({ not, builder }: SpokenMatch, time?: Omit<StatusTime, 'status'>): void => {
    if (not)
      builder.add('Status', {
        anyOf: STATUSES.filter(
          (status) => !statuses.includes(status) && !['Closed', 'Withdrawn', 'Expired', 'Canceled'].includes(status),
        ),
      });
    else builder.add('Status', time ? { oneOf: statuses.map((status) => ({ status, ...time })) } : { anyOf: statuses });
  };
  return [
    { pattern: `(?:${words})`, add: (said) => set(said) },
    { pattern: `(?:${words}) (${PERIOD})`, add: (said) => set(said, { last: periodOf(said.match[1] as string) }) },
    {
      pattern: `(?:${words}) ${SINCE}`,
      add: (said) => {
        const from = sinceOf(said.match.slice(1), said.time);
        if (from === null || said.not) return false;
        set(said, { since: from });
      },
    },
  ];
}

/** When a status was reached, said apart from it: "sold in Northgate in the last 30 days". */
const WINDOWS: readonly Matcher[] = [
  {
    pattern: `(${PERIOD})`,
    add: ({ match, not, builder }) => !not && builder.timeStatus({ last: periodOf(match[1] as string) }),
  },
  {
    pattern: SINCE,
    add: ({ match, not, builder, time }) => {
      const since = sinceOf(match.slice(1), time);
      return !not && since !== null && builder.timeStatus({ since });
    },
  },
];

/** "in the next 10 days"; its figure is the one group of it. */
const NEXT = '(?:in|within) the next (\\d{1,2}) days';

function openWithin(when: string | undefined, days: string | undefined): string {
  if (days !== undefined) return `P${Number(days)}D`;
  return when === 'today' ? 'P1D' : when === 'tomorrow' ? 'P2D' : 'P7D';
}

const NEW: readonly Matcher[] = [
  {
    pattern: `(?:with an? )?(?:open house|open houses|open home)(?: (this week|today|tomorrow|${NEXT}))?`,
    add: ({ match, not, builder }) => {
      const when = match[1];
      if (not) return builder.add('NextOpenHouse', { blank: true });
      return builder.add('NextOpenHouse', { next: openWithin(when, match[2]) });
    },
  },
  {
    pattern: `(?:new|just listed|new(?:ly)? listed|listed|came on|on the market)(?: on the market)? (${PERIOD})`,
    add: ({ match, not, builder }) => {
      if (not) return false;
      builder.add('OnMarketDate', { last: periodOf(match[1] as string) });
    },
  },
  {
    pattern: `(?:new|listed|on the market) ${SINCE}`,
    add: ({ match, not, builder, time }) => {
      const from = sinceOf(match.slice(1), time);
      if (from === null || not) return false;
      builder.add('OnMarketDate', { atLeast: from });
    },
  },
  {
    pattern: 'just listed|new listings?',
    add: ({ builder, not }) => (not ? false : builder.add('OnMarketDate', { last: 'P7D' })),
  },
];

const CUT =
  '(?:price (?:cuts?|drops?|reductions?|reduced|lowered)|(?:reduced|lowered|cut|dropped)(?: in price)?|prices? (?:was |has been )?(?:cut|reduced|lowered|dropped))';

const RAISE =
  '(?:price (?:raises?|raised|rises?|rose|increases?|increased|went up)|raised in price|prices? (?:was |has been )?(?:raised|increased))';
const BY = '(?: of| by)?(?: at least| more than| over)?';

/** That a price moved, within the last while where one is said. */
function addMove({ not, builder }: Omit<SpokenMatch, 'match'>, move: PriceMove, period: string | undefined): boolean {
  if (not || !isAskable(move)) return false;
  builder.add(PRICE_MOVED, period === undefined ? { blank: false } : { last: periodOf(period) }, move);
  return true;
}

const CUTS: readonly Matcher[] = [
  { pattern: CUT, add: ({ not, builder }) => builder.add('PriceCut', not ? { atMost: 0 } : { atLeast: 0.1 }) },
  {
    pattern: `${CUT} (${PERIOD})`,
    add: ({ match, ...said }) => addMove(said, { way: 'down' }, match[1]),
  },
  {
    pattern: `${RAISE}(?: (${PERIOD}))?`,
    add: ({ match, ...said }) => addMove(said, { way: 'up' }, match[1]),
  },
  {
    pattern: `(?:price (?:moves?|moved|changes?|changed)|prices? (?:has |have |was |were )?(?:changed|moved)) (${PERIOD})`,
    add: ({ match, not, builder }) => (not ? false : builder.add(PRICE_MOVED, { last: periodOf(match[1] as string) })),
  },
  {
    pattern: `${CUT}${BY} (${COUNT}) ?(?:%|percent)(?: or more)? (${PERIOD})`,
    add: ({ match, ...said }) => addMove(said, { way: 'down', percent: numberOf(match[1] as string) }, match[2]),
  },
  {
    pattern: `${CUT}${BY} (?=\\$|[\\d.,]+ ?k)(${MONEY})(?: or more)?(?: (${PERIOD}))?`,
    add: ({ match, ...said }) => addMove(said, { way: 'down', dollars: numberOf(match[1] as string) }, match[2]),
  },
  {
    pattern: `${CUT}${BY} (${COUNT}) ?(?:%|percent)(?: or more)?`,
    add: ({ match, not, builder }) =>
      builder.add('PriceCut', not ? { atMost: numberOf(match[1] as string) } : { atLeast: numberOf(match[1] as string) }),
  },
];

const order = (pattern: string, field: string, direction: Order['direction']): Matcher => ({
  pattern,
  add: ({ not, builder }) => (not ? false : builder.addOrder({ field, direction })),
});

const ORDERS: readonly Matcher[] = [
  order('(?:cheapest|lowest price)(?: ones?)? first', 'ListPrice', 'asc'),
  order('(?:highest price|most expensive|dearest)(?: ones?)? first', 'ListPrice', 'desc'),
  order('(?:newest|latest)(?: ones?)? first', 'OnMarketDate', 'desc'),
  order('(?:largest|biggest)(?: ones?)? first', 'LivingArea', 'desc'),
  order('(?:smallest)(?: ones?)? first', 'LivingArea', 'asc'),
];

/** Where a listing stands, since when, and in what order they come. */
export const MARKET_MATCHERS: readonly Matcher[] = [...STATUS_WORDS.flatMap(byStatus), ...WINDOWS, ...NEW, ...CUTS, ...ORDERS];
