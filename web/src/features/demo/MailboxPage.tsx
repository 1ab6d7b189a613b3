import './mailbox.css';
import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { deployment } from '../../shared/deployment.js';
import { ago } from '../../shared/format.js';
import { NothingHere } from '../../shared/NothingHere.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { useMail, useMailbox } from './mailbox.api.js';

/** Where the demo's messages arrive: what clients got, as they got it. No other copy has one. */
export function MailboxPage() {
  return deployment().isDemo ? <Mailbox /> : <NothingHere />;
}

function Mailbox() {
  const { mailId } = useParams();
  const mailbox = useMailbox();
  const now = useNow();
  const [part, setPart] = useState<'page' | 'text' | 'headers'>('page');
  const message = useMail(mailId);
  if (mailbox.isPending) return <Waiting what="Opening the mailbox …" />;
  if (mailbox.isError) return <Failed error={mailbox.error} retry={() => void mailbox.refetch()} />;
  const messages = mailbox.data.pages.flatMap((page) => page.messages);
  return (
    <div className="mailbox">
      <nav className="mail-list" aria-label="Messages">
        <h2>Mailbox</h2>
        <p className="tight">What your clients and listing offices received, from the demo’s own mail server.</p>
        {messages.length === 0 && (
          <p className="soft mail-none">
            Nothing has arrived. Ask a client to confirm their address, or start an alert and move the clock on.
          </p>
        )}
        {messages.map(({ id, to, subject, sentAt }) => (
          <NavLink key={id} to={`/mailbox/${id}`} className="mail-link">
            <b>{subject}</b>
            <span className="tight">
              {to} · {ago(sentAt, now)}
            </span>
          </NavLink>
        ))}
        {mailbox.hasNextPage && (
          <Button className="mail-older" loading={mailbox.isFetchingNextPage} onClick={() => void mailbox.fetchNextPage()}>
            Show older messages
          </Button>
        )}
      </nav>
      <section className="mail" aria-label="Message">
        {!mailId && (
          <Empty title="Choose a message">It opens here as its reader sees it, with its plain text and its headers beside.</Empty>
        )}
        {message.isError && <Failed error={message.error} retry={() => void message.refetch()} />}
        {message.data && mailId && (
          <>
            <header className="mail-head">
              <div>
                <h2>{message.data.subject}</h2>
                <p className="soft">
                  To {message.data.to} · {ago(message.data.sentAt, now)}
                </p>
              </div>
              <Segmented
                value={part}
                onChange={setPart}
                options={[
                  { value: 'page', label: 'As it looks' },
                  { value: 'text', label: 'Plain text' },
                  { value: 'headers', label: 'Headers' },
                ]}
              />
            </header>
            {part === 'page' && (
              <iframe className="mail-frame" title={message.data.subject} src={`/api/mailbox/${mailId}/body`} />
            )}
            {part === 'text' && (
              <pre className="mail-text" tabIndex={0}>
                {message.data.text}
              </pre>
            )}
            {part === 'headers' && (
              <dl className="mail-headers" tabIndex={0}>
                {message.data.headers.map(([name, value], i) => (
                  <div key={i}>
                    <dt>{name}</dt>
                    <dd>{value}</dd>
                  </div>
                ))}
              </dl>
            )}
          </>
        )}
      </section>
    </div>
  );
}
