import type { ShortlistItem } from '@perambula/contract';
import { day, dayAndTime } from '../../shared/format.js';
import { newsOf, saySold } from './shortlists.rules.js';

interface Props {
  readonly item: ShortlistItem;
  /** Whether its household finds it in their portal, so that nothing need be sent. */
  readonly isShared: boolean;
  /** Whether there is little room: since when is said only on being pointed at. */
  readonly isBrief?: boolean;
}

/** What is different of a home since its household was told of it last, and since it was put on the list. */
export function News({ item, isShared, isBrief = false }: Props) {
  const sold = saySold(item);
  const [next] = item.openHouses;
  return (
    <>
      {sold && <span className="chip chip-calm">{sold}</span>}
      {newsOf(item).map(({ says, isGain, since, at }) => {
        const when = `${since === 'told' ? 'since they were told on' : 'since it was added on'} ${day(at)}`;
        return (
          <span key={`${says}${since}`}>
            <span className={`chip ${isGain ? 'chip-gain' : 'chip-wait'}`} title={when}>
              {says}
            </span>{' '}
            {!isBrief && <span className="soft">{when} </span>}
          </span>
        );
      })}
      {item.sentAt === null && !isShared && <span className="soft">not sent yet</span>}
      {next !== undefined && <span className="chip chip-calm">open house {dayAndTime(next)}</span>}
    </>
  );
}
