import { useMutation, useQuery } from '@tanstack/react-query';
import { answerShowingRequest, openShowingRequest } from '@perambula/contract';
import type { OfficeAnswer, ShowingRequest } from '@perambula/contract';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { clockTime, day, fromTimeField, toTimeField } from '../../shared/format.js';
import { ask, messageOf } from '../../shared/http.js';
import { queryKeys } from '../../shared/queryKeys.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';
import ownCss from './AskedPage.module.css';

const cx = classesOf(portalCss, ownCss);

const requestKeys = queryKeys('showingRequest', { staleBy: [] }, { by: (token: string) => [token] });

const SAID = { confirmed: 'You said yes', refused: 'You said no', countered: 'You offered another time' } as const;

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
  const [isOffering, setOffering] = useState(false);
  const [other, setOther] = useState(() => toTimeField(asked.startAt));
  const sent = useMutation({
    mutationFn: (answer: OfficeAnswer) => {
      const offeredAt = answer === 'countered' ? fromTimeField(other) : null;
      return ask(answerShowingRequest, { body: { token, answer, note: note.trim(), ...(offeredAt ? { offeredAt } : {}) } });
    },
    onSuccess: () => setChanges(false),
  });
  const { address, agent } = asked;
  const { answer, offeredAt } = sent.data ?? asked;
  const isOpen = answer === null || changes;
  return (
    <Page>
      <h1>{isOpen ? `May ${agent.name} show ${address}?` : SAID[answer]}</h1>
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
              placeholder="The lock box is at the side door."
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
          {isOffering ? (
            <form
              className={cx('asked-other')}
              onSubmit={(event) => (event.preventDefault(), sent.mutate('countered'))}
              aria-label="Another time"
            >
              <label htmlFor="other">Then when?</label>
              <input
                id="other"
                type="datetime-local"
                required
                autoFocus
                value={other}
                onChange={({ target }) => setOther(target.value)}
              />
              <button type="submit" className={cx('portal-button')} disabled={sent.isPending}>
                Offer this time
              </button>
            </form>
          ) : (
            <button type="button" className={cx('portal-button')} onClick={() => setOffering(true)}>
              Another time would suit
            </button>
          )}
          <button type="button" className={cx('portal-button')} disabled={sent.isPending} onClick={() => sent.mutate('refused')}>
            No, not then
          </button>
        </>
      ) : (
        <>
          <p>
            {offeredAt !== null && `You offered ${day(offeredAt)} at ${clockTime(offeredAt)}. `}
            {agent.name} sees your answer at once. You can close this page.
          </p>
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
