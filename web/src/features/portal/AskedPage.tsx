import { useMutation, useQuery } from '@tanstack/react-query';
import { answerShowingRequest, openShowingRequest } from '@perambula/contract';
import type { OfficeAnswer, ShowingRequest } from '@perambula/contract';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { clockTime, day } from '../../shared/format.js';
import { ask, messageOf } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './AskedPage.module.css';

const cx = classesOf(portalCss, ownCss);

const requestKeys = queryKeys('showingRequest', { staleBy: [] }, { by: (token: string) => [token] });

/** Where a listing office answers an agent who asks to show one of its homes. Opening it answers nothing; its buttons do. */
export function AskedPage() {
  const { token = '' } = useParams();
  const request = useQuery({
    queryKey: requestKeys.by(token),
    queryFn: () => ask(openShowingRequest, { body: { token } }),
    retry: false,
    staleTime: Infinity,
  });
  if (request.isPending)
    return (
      <p className={cx('portal-wait')} role="status">
        Opening the request …
      </p>
    );
  if (request.isError)
    return (
      <Page>
        <h1>This request could not be opened</h1>
        <p>{messageOf(request.error)}</p>
      </Page>
    );
  return <Asked token={token} asked={request.data} />;
}

function Asked({ token, asked }: { readonly token: string; readonly asked: ShowingRequest }) {
  const [note, setNote] = useState('');
  const [changes, setChanges] = useState(false);
  const sent = useMutation({
    mutationFn: (answer: OfficeAnswer) => ask(answerShowingRequest, { body: { token, answer, note: note.trim() } }),
    onSuccess: () => setChanges(false),
  });
  const { address, agent } = asked;
  const answer = sent.data?.answer ?? asked.answer;
  const isOpen = answer === null || changes;
  return (
    <Page>
      <h1>{isOpen ? `May ${agent.name} show ${address}?` : answer === 'confirmed' ? 'You said yes' : 'You said no'}</h1>
      <WhatIsAsked asked={asked} />
      {sent.isError && (
        <p className={cx('portal-problem')} role="alert">
          {messageOf(sent.error)}
        </p>
      )}
      {isOpen ? (
        <>
          <label className={cx('asked-note')}>
            Anything to say with it
            <textarea
              value={note}
              maxLength={200}
              rows={2}
              placeholder="The lock box is at the side door. Or: noon would suit."
              onChange={({ target }) => setNote(target.value)}
            />
          </label>
          <button
            type="button"
            className={cx('portal-button is-main')}
            disabled={sent.isPending}
            onClick={() => sent.mutate('confirmed')}
          >
            Yes, that suits
          </button>
          <button type="button" className={cx('portal-button')} disabled={sent.isPending} onClick={() => sent.mutate('refused')}>
            No, not then
          </button>
        </>
      ) : (
        <>
          <p>{agent.name} sees your answer at once. You can close this page.</p>
          <button type="button" className={cx('portal-button')} onClick={() => setChanges(true)}>
            Change the answer
          </button>
        </>
      )}
    </Page>
  );
}

function WhatIsAsked({ asked: { address, listingId, startAt, minutes, agent } }: { readonly asked: ShowingRequest }) {
  return (
    <dl className={cx('asked')}>
      <dt>When</dt>
      <dd>
        <strong>{`${day(startAt)} at ${clockTime(startAt)}`}</strong>, for about {minutes} minutes
      </dd>
      <dt>Home</dt>
      <dd>
        {address}, listing {listingId}
      </dd>
      <dt>Asked by</dt>
      <dd>
        {agent.name}, {agent.officeName}, <a href={`tel:${agent.phone}`}>{agent.phone}</a>
      </dd>
    </dl>
  );
}

function Page({ children }: { readonly children: ReactNode }) {
  return (
    <main className={cx('one-button is-wide')}>
      {children}
      <p className={cx('equal-housing')}>Equal housing opportunity.</p>
    </main>
  );
}
