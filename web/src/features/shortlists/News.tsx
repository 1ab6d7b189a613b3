import type { ShortlistItem } from '@perambula/contract';
import type { NewsSince } from '@perambula/core';
import { day, dayAndTime } from '../../shared/format.js';
import { sayNews } from '../../shared/news.js';
import { saySold } from './shortlists.rules.js';

/** What is different of a home since its household was told of it last, or else since it was put on the list. */
export function News({ item }: { readonly item: ShortlistItem }) {
  const { sinceAdded, sinceSent, sentAt, addedAt, openHouses } = item;
  const sold = saySold(item);
  const [next] = openHouses;
  return (
    <>
      {sold && <span className="chip">{sold}</span>}
      <Chips news={sinceAdded} since={`since it was added on ${day(addedAt)}`} />
      {sentAt !== null && sinceSent !== null && !isAlike(sinceSent, sinceAdded) && (
        <Chips news={sinceSent} since={`since they were told on ${day(sentAt)}`} />
      )}
      {sentAt === null && <span className="soft">not sent yet</span>}
      {next !== undefined && <span className="chip chip-calm">open house {dayAndTime(next)}</span>}
    </>
  );
}

function Chips({ news, since }: { readonly news: NewsSince; readonly since: string }) {
  return sayNews(news).map(({ says, isGain }) => (
    <span key={says}>
      <span className={`chip ${isGain ? 'chip-gain' : 'chip-wait'}`}>{says}</span> <span className="soft">{since}</span>{' '}
    </span>
  ));
}

function isAlike(a: NewsSince, b: NewsSince): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
