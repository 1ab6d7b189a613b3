import type { HomeHistory, Life } from '@perambula/core';
import { lazy, Suspense, useDeferredValue } from 'react';
import { Link } from 'react-router';
import { dateOf } from '../../shared/format.js';
import { sayMoment } from '../../shared/moments.js';
import { Waiting } from '../../shared/Waiting.js';
import { sayCuts, sayForSale, sayGuess, sayHowItFollows, sayLife, toldInFull } from './history.rules.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './History.module.css';

const cx = classesOf(ownCss);

const PriceHistory = lazy(async () => ({ default: (await import('./PriceHistory.js')).PriceHistory }));

interface Props {
  readonly listingKey: string;
  readonly history: HomeHistory;
  readonly now: string;
}

/** All that ever happened at the home, listing by listing, the newest first. */
export function History({ listingKey, history, now }: Props) {
  const forSale = sayForSale(history);
  const inFull = toldInFull(history, listingKey);
  // the words are there first
  const drawn = useDeferredValue<HomeHistory | null>(history, null);
  return (
    <section aria-label="History of the home">
      <h2>History of the home</h2>
      <div className={cx('chart')}>
        {drawn && (
          <Suspense fallback={<Waiting what="Drawing …" />}>
            <PriceHistory history={drawn} now={Date.parse(now)} />
          </Suspense>
        )}
      </div>
      {history.lives.some(({ contracts }) => contracts.length > 0) && (
        <p className={cx('key tight')}>
          <i aria-hidden="true" /> under contract
        </p>
      )}
      {forSale && <p className={cx('joined')}>{forSale}</p>}
      {history.lives.map((life, i) =>
        i < inFull ? (
          <OneListing key={life.listingKey} life={life} isShown={life.listingKey === listingKey} />
        ) : (
          <details key={life.listingKey} className={cx('earlier')}>
            <summary>{sayLife(life)}</summary>
            <OneListing life={life} isShown={false} />
          </details>
        ),
      )}
      <p className="tight">A status may lag the signed deal by up to 48 hours. When it matters, call the agent’s mobile.</p>
    </section>
  );
}

function OneListing({ life, isShown }: { readonly life: Life; readonly isShown: boolean }) {
  const notes = [sayHowItFollows(life), sayCuts(life)].filter((note) => note !== null);
  const who = [life.agent, life.office].filter(Boolean).join(', ');
  return (
    <article className={cx('life')}>
      <h3>
        {isShown ? (
          <>This listing, no. {life.listingId}</>
        ) : (
          <Link to={`/listings/${life.listingKey}`}>Listing no. {life.listingId}</Link>
        )}
        {who && <span className="tight"> {who}</span>}
      </h3>
      {notes.length > 0 && <p className={cx('note')}>{notes.join('; ')}</p>}
      <ol>
        {life.moments.toReversed().map((moment, i) => (
          <li key={i}>
            <b className="figure">{dateOf(moment.at)}</b> {sayMoment(moment)}
            {moment.kind === 'back' && moment.guess && <em>{sayGuess(moment.guess)}</em>}
          </li>
        ))}
      </ol>
    </article>
  );
}
