import { MAIL_MANNERS } from '@perambula/contract';
import type { MailManner } from '@perambula/contract';
import { App, Button, Segmented, Select } from 'antd';
import { useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { useNow } from '../../shared/clock.api.js';
import { deployment } from '../../shared/deployment.js';
import { ago } from '../../shared/format.js';
import { NothingHere } from '../../shared/NothingHere.js';
import { Empty, Failed, Waiting } from '../../shared/Waiting.js';
import { messageOf } from '../../shared/http.js';
import { useMail, useMailbox, useMailManner, useReportMail, useSetMailManner } from './mailbox.api.js';
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
      <Manner />
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

const MANNER_LABEL: Readonly<Record<MailManner, string>> = {
  takes: 'takes every message',
  isAway: 'is away: it takes none for now',
  refuses: 'refuses every address',
  isSlow: 'takes four seconds for each',
};

/** How the mail server behaves, to see what becomes of messages then. */
function Manner() {
  const manner = useMailManner().data?.manner;
  const set = useSetMailManner();
  if (!manner) return null;
  return (
    <label className={cx('manner')}>
      <span className="tight">The mail server</span>
      <Select
        size="small"
        aria-label="How the mail server behaves"
        value={manner}
        loading={set.isPending}
        options={MAIL_MANNERS.map((value) => ({ value, label: MANNER_LABEL[value] }))}
        onChange={(value) => set.mutate(value)}
      />
    </label>
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
      <Report id={id} />
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

/** What else may become of a message in the world. */
function Report({ id }: { readonly id: string }) {
  const report = useReportMail(id);
  const { message } = App.useApp();
  const send = (kind: 'bounce' | 'complaint'): void =>
    report.mutate(kind, {
      onSuccess: () => void message.success('Reported. Today says so.'),
      onError: (error) => void message.error(messageOf(error)),
    });
  return (
    <p className={cx('mail-report')}>
      <span className="tight">Let the mail server report it:</span>
      <Button size="small" loading={report.isPending} onClick={() => send('bounce')}>
        it came back
      </Button>
      <Button size="small" loading={report.isPending} onClick={() => send('complaint')}>
        its reader calls it unwanted
      </Button>
    </p>
  );
}
