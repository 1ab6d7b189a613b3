import { useMutation } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { askBack, confirmAddress, stopMessages, stopOffice } from '@perambula/contract';
import { ask, messageOf } from '../../shared/http.js';
import { classesOf } from '../../shared/classes.js';
import portalCss from './portal.module.css';

const cx = classesOf(portalCss);

const WORDS = {
  confirm: {
    press: confirmAddress,
    title: 'Is this your address?',
    lead: 'Press the button and homes that suit you may be sent to it.',
    button: 'Yes, confirm my address',
    done: 'Your address is confirmed.',
    after: 'will write to you when there is something to see. You can close this page.',
  },
  stop: {
    press: stopMessages,
    title: 'Stop these messages?',
    lead: 'Nothing more will be sent to this address, whatever it was.',
    button: 'Stop the messages',
    done: 'The messages are stopped.',
    after: 'will not write to this address any more. You can close this page.',
  },
  stopOffice: {
    press: stopOffice,
    title: 'No more of these messages?',
    lead: 'You will not be told any more that somebody is looking for a home such as one of yours. Requests to show a home still reach you.',
    button: 'No more of these',
    done: 'You will get no more of these.',
    after: 'will not write to you about buyers who are looking any more. You can close this page.',
  },
} as const;

/** The page behind a link that confirms or stops. Opening it does nothing; its button does. */
export function LinkButtonPage({ act }: { readonly act: keyof typeof WORDS }) {
  const { token = '' } = useParams();
  const { press, ...words } = WORDS[act];
  const pressed = useMutation({ mutationFn: () => ask(press, { body: { token } }) });
  return (
    <main className={cx('one-button')}>
      {pressed.isSuccess ? (
        <>
          <h1>{words.done}</h1>
          <p>
            {pressed.data.agent} {words.after}
          </p>
          {act === 'stop' && <AskBack token={token} />}
        </>
      ) : (
        <>
          <h1>{words.title}</h1>
          <p>{words.lead}</p>
          {pressed.isError && (
            <p className={cx('portal-problem')} role="alert">
              {messageOf(pressed.error)}
            </p>
          )}
          <button
            type="button"
            className={cx('portal-button is-main')}
            disabled={pressed.isPending}
            onClick={() => pressed.mutate()}
          >
            {words.button}
          </button>
        </>
      )}
      <p className={cx('equal-housing')}>Equal housing opportunity.</p>
    </main>
  );
}

/** Whoever stopped by mistake: a new link comes by e-mail, and only it starts the messages again. */
function AskBack({ token }: { readonly token: string }) {
  const undo = useMutation({ mutationFn: () => ask(askBack, { body: { token } }) });
  if (undo.isSuccess) return <p>A message is on its way. Press the button behind its link to hear from your agent again.</p>;
  return (
    <>
      {undo.isError && (
        <p className={cx('portal-problem')} role="alert">
          {messageOf(undo.error)}
        </p>
      )}
      <button type="button" className={cx('portal-button')} disabled={undo.isPending} onClick={() => undo.mutate()}>
        That was a mistake; write to me again
      </button>
    </>
  );
}
