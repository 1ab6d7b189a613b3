import type { ListedAnew, Shortlist, ShortlistItem } from '@perambula/contract';
import { dollars } from '@perambula/core';
import { App } from 'antd';
import { Link } from 'react-router';
import { day, dayAndTime } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { useAddToShortlist } from './shortlists.api.js';
import { newsOf, saySold } from './shortlists.rules.js';

interface Props {
  readonly item: ShortlistItem;
  readonly shortlist: Shortlist;
  /** Whether there is little room: since when is said only on being pointed at. */
  readonly isBrief?: boolean;
}

/** What is different of a home since its household was told of it last, and since it was put on the list. */
export function News({ item, shortlist, isBrief = false }: Props) {
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
      {item.anew !== null && <Anew {...item.anew} shortlist={shortlist} />}
      {/* what is in their portal need not be sent; the agent's own is for nobody else */}
      {item.sentAt === null && shortlist.sharedAt === null && shortlist.clientId !== null && (
        <span className="soft">not sent yet</span>
      )}
      {next !== undefined && <span className="chip chip-calm">open house {dayAndTime(next)}</span>}
    </>
  );
}

interface AnewProps extends ListedAnew {
  readonly shortlist: Shortlist;
}

/** That a home whose listing is over is listed anew, which can be put on the list by a click. */
function Anew({ listingKey, price, shortlist }: AnewProps) {
  const add = useAddToShortlist();
  const { message } = App.useApp();
  const put = (): void =>
    add.mutate(
      { to: { id: shortlist.id }, listingKeys: [listingKey] },
      {
        onSuccess: () => void message.success('The new listing is on the list now.'),
        onError: (error) => void message.error(messageOf(error)),
      },
    );
  return (
    <span>
      <Link to={`/listings/${listingKey}`} className="chip chip-gain">
        listed anew at {dollars(price)}
      </Link>{' '}
      {!shortlist.items.some((item) => item.listingKey === listingKey) && (
        <button type="button" className="link" disabled={add.isPending} onClick={put}>
          Put that on the list
        </button>
      )}{' '}
    </span>
  );
}
