import { Button, Segmented } from 'antd';
import { useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { deployment } from '../../shared/deployment.js';
import { ago } from '../../shared/format.js';
import { NothingHere } from '../../shared/NothingHere.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { useMail, useMailbox } from './mailbox.api.js';
import { classesOf } from '../../shared/classes.js';
import ownCss from './MailboxPage.module.css';

const cx = classesOf(ownCss);

/** Where the demo's messages arrive: what clients got, as they got it. No other copy has one. */
export function MailboxPage() {
  return deployment().isDemo ? <Mailbox /> : <NothingHere />;
}

function Mailbox() {
  const { mailId } = useParams();
  const mailbox = useMailbox();
  const message = useMail(mailId);
  if (mailbox.isPending) return <Waiting what="Opening the mailbox …" />;
  if (mailbox.isError) return <Failed error={mailbox.error} retry={() => void mailbox.refetch()} />;
  return (
    <div className={cx('mailbox')}>
      <MailList mailbox={mailbox} />
      <section className={cx('mail')} aria-label="Message">
        {!mailId && (
          <Empty title="Choose a message">It opens here as its reader sees it, with its plain text and its headers beside.</Empty>
        )}
        {message.isError && <Failed error={message.error} retry={() => void message.refetch()} />}
        {message.data && mailId && <Opened id={mailId} mail={message.data} />}
      </section>
    </div>
  );
}

function MailList({ mailbox }: { readonly mailbox: ReturnType<typeof useMailbox> }) {
  const now = useNow();
  const messages = mailbox.data?.pages.flatMap((page) => page.messages) ?? [];
  return (
    <nav className={cx('mail-list')} aria-label="Messages">
      <h2>Mailbox</h2>
      <p className="tight">What your clients and listing offices received, from the demo’s own mail server.</p>
      {messages.length === 0 && (
        <p className="soft mail-none">
          Nothing has arrived. Ask a client to confirm their address, or start an alert and move the clock on.
        </p>
      )}
      {messages.map(({ id, to, subject, sentAt }) => (
        <NavLink key={id} to={`/mailbox/${id}`} className={cx('mail-link')}>
          <b>{subject}</b>
          <span className="tight">
            {to} · {ago(sentAt, now)}
          </span>
        </NavLink>
      ))}
      {mailbox.hasNextPage && (
        <Button className={cx('mail-older')} loading={mailbox.isFetchingNextPage} onClick={() => void mailbox.fetchNextPage()}>
          Show older messages
        </Button>
      )}
    </nav>
  );
}

const PARTS = [
  { value: 'page', label: 'As it looks' },
  { value: 'text', label: 'Plain text' },
  { value: 'headers', label: 'Headers' },
] as const;

/** A message as its reader sees it, as plain text, or its headers. */
function Opened({ id, mail }: { readonly id: string; readonly mail: NonNullable<ReturnType<typeof useMail>['data']> }) {
  const now = useNow();
  const [part, setPart] = useState<(typeof PARTS)[number]['value']>('page');
  return (
    <>
      <header className={cx('mail-head')}>
        <div>
          <h2>{mail.subject}</h2>
          <p className="soft">
            To {mail.to} · {ago(mail.sentAt, now)}
          </p>
        </div>
        <Segmented value={part} onChange={setPart} options={[...PARTS]} />
      </header>
      {part === 'page' && <iframe className={cx('mail-frame')} title={mail.subject} src={`/api/mailbox/${id}/body`} />}
      {part === 'text' && (
        <pre className={cx('mail-text')} tabIndex={0} role="region" aria-label="The message as plain text">
          {mail.text}
        </pre>
      )}
      {part === 'headers' && (
        <dl className={cx('mail-headers')} tabIndex={0}>
          {mail.headers.map(([name, value], i) => (
            <div key={i}>
              <dt>{name}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
      )}
    </>
  );
}
