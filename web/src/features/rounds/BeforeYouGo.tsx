import type { Round } from '@perambula/contract';
import { App } from 'antd';
import { Link } from 'react-router';
import { street } from '../../shared/format.js';
import { messageOf } from '../../shared/http.js';
import { Offer } from './Offer.js';
import { notAskedOf, remindersOf, sayWithout } from './round.rules.js';
import type { Reminder } from './round.rules.js';
import { useRemoveRoundHome } from './rounds.api.js';

/** What is to be seen to before the round begins. */
export function BeforeYouGo({ round }: { readonly round: Round }) {
  const reminders = remindersOf(round);
  const notAsked = notAskedOf(round);
  return (
    <section>
      <h3>Before you go</h3>
      {reminders.length === 0 && notAsked === 0 && <p className="soft">Nothing is open: every home can be seen as planned.</p>}
      <ul>
        {notAsked > 0 && (
          <li>
            {notAsked === 1 ? 'One listing office has' : `${notAsked} listing offices have`} not been asked yet. These are the
            times to ask for.
          </li>
        )}
        {reminders.map((reminder) => (
          <One key={`${reminder.home.id} ${reminder.says}`} round={round} reminder={reminder} />
        ))}
      </ul>
    </section>
  );
}

function One({ round, reminder: { home, says, kind } }: { readonly round: Round; readonly reminder: Reminder }) {
  const remove = useRemoveRoundHome(round.id);
  const { message } = App.useApp();
  const offeredAt = home.showing?.offeredAt ?? null;
  return (
    <li>
      <Link to={`/listings/${home.listingKey}`} className="quiet-link strong">
        {street({ UnparsedAddress: home.address })}
      </Link>{' '}
      {says}
      {kind === 'offered' && offeredAt !== null && <Offer round={round} home={home} offeredAt={offeredAt} />}
      {kind === 'refused' && (
        <>
          {' '}
          {sayWithout(round, home)}{' '}
          <button
            type="button"
            className="link"
            onClick={() => remove.mutate(home.id, { onError: (error) => void message.error(messageOf(error)) })}
          >
            Take it out
          </button>
        </>
      )}
    </li>
  );
}
