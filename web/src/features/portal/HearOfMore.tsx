import { VISITOR_CADENCES } from '@perambula/contract';
import type { VisitorCadence } from '@perambula/contract';
import { CADENCE_LABEL, sentenceOf } from '@perambula/core';
import type { Search } from '@perambula/core';
import { useState } from 'react';
import { classesOf } from '../../shared/classes.js';
import { Problem } from './Problem.js';
import { useAskAsVisitor } from './visitor.api.js';
import portalCss from './portal.module.css';
import ownCss from './VisitorPage.module.css';

const cx = classesOf(portalCss, ownCss);

interface Props {
  readonly name: string;
  readonly search: Search;
  /** The agent's first name. */
  readonly first: string;
}

/** Somebody names an address to hear of such homes. */
export function HearOfMore({ name, search, first }: Props) {
  const ask = useAskAsVisitor(name);
  const [who, setWho] = useState('');
  const [email, setEmail] = useState('');
  const [cadence, setCadence] = useState<VisitorCadence>('eachMorning');
  if (ask.isSuccess)
    return (
      <section className={cx('hear')} aria-labelledby="hear">
        <h2 id="hear">Look into your mail</h2>
        <p role="status">
          A message is on its way to {email}. Press the button behind its link, and homes come{' '}
          {CADENCE_LABEL[cadence].toLowerCase()}. Nothing else is sent before.
        </p>
      </section>
    );
  return (
    <section className={cx('hear')} aria-labelledby="hear">
      <h2 id="hear">Hear when such a home comes on</h2>
      <p className="soft">{sentenceOf(search)}</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          ask.mutate({ name: who.trim(), email: email.trim(), search, cadence });
        }}
      >
        <label htmlFor="visitor-name">Your name</label>
        <input
          id="visitor-name"
          autoComplete="name"
          maxLength={120}
          required
          value={who}
          onChange={({ target }) => setWho(target.value)}
        />
        <label htmlFor="visitor-email">E-mail address</label>
        <input
          id="visitor-email"
          type="email"
          autoComplete="email"
          maxLength={254}
          required
          value={email}
          onChange={({ target }) => setEmail(target.value)}
        />
        <label htmlFor="visitor-cadence">How often</label>
        <select id="visitor-cadence" value={cadence} onChange={({ target }) => setCadence(target.value as VisitorCadence)}>
          {VISITOR_CADENCES.map((each) => (
            <option key={each} value={each}>
              {CADENCE_LABEL[each]}
            </option>
          ))}
        </select>
        <Problem error={ask.error} />
        <button
          type="submit"
          className={cx('portal-button is-main is-wide')}
          disabled={ask.isPending || who.trim() === '' || email.trim() === ''}
        >
          Ask for these homes
        </button>
        <p className="soft">
          Your name, address and wishes go to {first} and nobody else. You stop the messages by one click in any of them.
        </p>
      </form>
    </section>
  );
}
