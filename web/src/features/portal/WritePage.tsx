import type { Portal } from '@perambula/contract';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { classesOf } from '../../shared/classes.js';
import { dayAndTime } from '../../shared/format.js';
import { NotOpened, Opening } from './NotOpened.js';
import { PageBar } from './PageBar.js';
import { Problem } from './Problem.js';
import { useCards, usePortal, useWrite } from './portal.api.js';
import portalCss from './portal.module.css';
import ownCss from './WritePage.module.css';

const cx = classesOf(portalCss, ownCss);

/** What somebody and their agent wrote to each other, and room for more. */
export function WritePage() {
  const portal = usePortal(undefined);
  if (portal.isPending) return <Opening what="Opening …" />;
  if (portal.isError) return <NotOpened error={portal.error} />;
  return <Written portal={portal.data} />;
}

function Written({ portal: { agent, homes, written } }: { readonly portal: Portal }) {
  const [params] = useSearchParams();
  const asked = params.get('about');
  const about = homes.some(({ listingKey }) => listingKey === asked) ? asked : null;
  const keys = [...new Set([about, ...written.map(({ listingKey }) => listingKey)].filter((key) => key !== null))];
  const cards = useCards(keys);
  const address = (key: string | null): string | null =>
    cards.data?.find(({ listing }) => listing.ListingKey === key)?.address ?? null;
  const first = agent.name.split(' ')[0] ?? agent.name;
  return (
    <div className={cx('portal')}>
      <PageBar to={about ? `/p/home/${about}` : '/p'} back="Back">
        <span>
          <b>{agent.name}</b>
          <span className="soft">{agent.officeName}</span>
        </span>
        <a className={cx('portal-button')} href={`tel:${agent.phone}`}>
          Call {agent.phone}
        </a>
      </PageBar>
      <main className={cx('write')}>
        <h1 className="sr-only">Write to {first}</h1>
        {written.length === 0 && (
          <p className="soft">Ask anything, about a home or the search. {first} answers you by e-mail and here.</p>
        )}
        <ol className={cx('written')}>
          {written.map(({ at, isByAgent, text, listingKey }, i) => (
            <li key={i} className={cx(isByAgent ? 'by-agent' : 'by-reader')}>
              <p>{text}</p>
              <span className="soft">
                {isByAgent ? first : 'You'}
                {address(listingKey) && `, about ${address(listingKey) ?? ''}`} · {dayAndTime(at)}
              </span>
            </li>
          ))}
        </ol>
        <Writing about={about} address={address(about)} first={first} />
      </main>
    </div>
  );
}

interface WritingProps {
  readonly about: string | null;
  readonly address: string | null;
  readonly first: string;
}

function Writing({ about, address, first }: WritingProps) {
  const write = useWrite();
  const [text, setText] = useState('');
  const send = (): void => write.mutate({ text, ...(about ? { listingKey: about } : {}) }, { onSuccess: () => setText('') });
  return (
    <form className={cx('writing')} onSubmit={(event) => (event.preventDefault(), send())}>
      <label htmlFor="written-text">{address ? `To ${first}, about ${address}` : `To ${first}`}</label>
      <textarea id="written-text" rows={4} maxLength={2000} value={text} onChange={({ target }) => setText(target.value)} />
      <Problem error={write.error} />
      <button type="submit" className={cx('portal-button is-main is-wide')} disabled={write.isPending || text.trim() === ''}>
        Send
      </button>
      {write.isSuccess && text === '' && <p role="status">Sent. {first} sees it at once.</p>}
    </form>
  );
}
