import type { Round } from '@perambula/contract';
import { Link } from 'react-router';
import { street } from '../../shared/format.js';
import { notAskedOf, remindersOf } from './round.rules.js';

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
        {reminders.map(({ home, says }) => (
          <li key={`${home.id} ${says}`}>
            <Link to={`/listings/${home.listingKey}`} className="quiet-link strong">
              {street({ UnparsedAddress: home.address })}
            </Link>{' '}
            {says}
          </li>
        ))}
      </ul>
    </section>
  );
}
