import './portal.css';
import { useMutation } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { ask, messageOf } from '../../shared/http.js';

const WORDS = {
  confirm: {
    title: 'Is this your address?',
    lead: 'Press the button and homes that suit you may be sent to it.',
    button: 'Yes, confirm my address',
    done: 'Your address is confirmed.',
    after: 'will write to you when there is something to see. You can close this page.',
  },
  stop: {
    title: 'Stop these messages?',
    lead: 'Nothing more will be sent to this address, whatever it was.',
    button: 'Stop the messages',
    done: 'The messages are stopped.',
    after: 'will not write to this address any more. You can close this page.',
  },
} as const;

/** The page behind a link that confirms or stops. Opening it does nothing; its button does. */
export function LinkButtonPage({ act }: { readonly act: 'confirm' | 'stop' }) {
  const { token } = useParams();
  const words = WORDS[act];
  const press = useMutation({ mutationFn: () => ask<{ name: string; agent: string }>(act, { body: { token } }) });
  return (
    <main className="one-button">
      {press.isSuccess ? (
        <>
          <h1>{words.done}</h1>
          <p>
            {press.data.agent} {words.after}
          </p>
          {act === 'stop' && <AskBack token={token} />}
        </>
      ) : (
        <>
          <h1>{words.title}</h1>
          <p>{words.lead}</p>
          {press.isError && (
            <p className="portal-problem" role="alert">
              {messageOf(press.error)}
            </p>
          )}
          <button type="button" className="portal-button is-main" disabled={press.isPending} onClick={() => press.mutate()}>
            {words.button}
          </button>
        </>
      )}
      <p className="equal-housing">Equal housing opportunity.</p>
    </main>
  );
}

/** Whoever stopped by mistake: a new link comes by e-mail, and only it starts the messages again. */
function AskBack({ token }: { readonly token: string | undefined }) {
  const undo = useMutation({ mutationFn: () => ask('stop/undo', { body: { token } }) });
  if (undo.isSuccess) return <p>A message is on its way. Press the button behind its link to hear from your agent again.</p>;
  return (
    <>
      {undo.isError && (
        <p className="portal-problem" role="alert">
          {messageOf(undo.error)}
        </p>
      )}
      <button type="button" className="portal-button" disabled={undo.isPending} onClick={() => undo.mutate()}>
        That was a mistake; write to me again
      </button>
    </>
  );
}
